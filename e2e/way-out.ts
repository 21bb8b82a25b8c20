import { createServer, request, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';

/** The product's server behind a door of its own, that a test can shut, or change what comes through. */
export interface Way {
  readonly url: string;
  /** What is sent in place of a file, from now on. */
  readonly replace: (path: string, text: (served: string) => string) => void;
  readonly shut: () => Promise<void>;
}

export async function openWay(to: string): Promise<Way> {
  const replaced = new Map<string, (served: string) => string>();
  const server: Server = createServer((asked, answer) => pass(asked, answer, to, replaced));
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return {
    url: `http://localhost:${(server.address() as AddressInfo).port}`,
    replace: (path, text) => void replaced.set(path, text),
    shut: async () => {
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
    },
  };
}

function pass(
  asked: IncomingMessage,
  answer: ServerResponse,
  to: string,
  replaced: ReadonlyMap<string, (served: string) => string>,
): void {
  const url = new URL(asked.url ?? '/', to);
  const change = replaced.get(url.pathname);
  // What the browser has of it already is of no use where it is changed on the way.
  const headers = {
    ...(change ? without(asked.headers, ['if-none-match', 'if-modified-since']) : asked.headers),
    host: url.host,
    'accept-encoding': 'identity',
  };
  const onward = request(url, { method: asked.method, headers }, (served) => {
    if (!change) {
      answer.writeHead(served.statusCode ?? 502, served.headers);
      served.pipe(answer);
      return;
    }
    let text = '';
    served.setEncoding('utf8');
    served.on('data', (part: string) => (text += part));
    served.on('end', () => {
      answer.writeHead(200, without(served.headers, ['content-length', 'etag', 'last-modified']));
      answer.end(change(text));
    });
  });
  onward.on('error', () => answer.destroy());
  asked.pipe(onward);
}

function without<Headers extends object>(headers: Headers, names: readonly string[]): Headers {
  return Object.fromEntries(Object.entries(headers).filter(([name]) => !names.includes(name))) as Headers;
}
