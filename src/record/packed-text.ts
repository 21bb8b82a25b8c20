/**
 * Text made small for a place that takes only text, and counts it by the character: deflated, fifteen bits to a character. The characters
 * used begin at U+0020 and end before the surrogates, so that any of them may follow any other.
 */
const BITS = 15;
const FIRST = 0x20;

/** @returns the packed text; its first character says how many bits of the last one count */
export async function pack(text: string): Promise<string> {
  const bytes = await through(new CompressionStream('deflate-raw'), new TextEncoder().encode(text));
  const codes = new Uint16Array(Math.ceil((bytes.length * 8) / BITS) + 1);
  let [held, count, at] = [0, 0, 1];
  for (const byte of bytes) {
    held = (held << 8) | byte;
    count += 8;
    if (count < BITS) continue;
    count -= BITS;
    codes[at++] = (held >> count) + FIRST;
    held &= (1 << count) - 1;
  }
  if (count > 0) codes[at++] = (held << (BITS - count)) + FIRST;
  codes[0] = (count === 0 ? BITS : count) + FIRST;
  return textOf(codes.subarray(0, at));
}

/** @throws Error or TypeError for what is no packed text, or is cut off */
export async function unpack(packed: string): Promise<string> {
  const last = packed.charCodeAt(0) - FIRST;
  const bytes = new Uint8Array(Math.floor(((packed.length - 2) * BITS + last) / 8));
  let [held, count, at] = [0, 0, 0];
  for (let i = 1; i < packed.length; i++) {
    const bits = i === packed.length - 1 ? last : BITS;
    held = (held << bits) | ((packed.charCodeAt(i) - FIRST) >> (BITS - bits));
    count += bits;
    while (count >= 8) {
      count -= 8;
      bytes[at++] = held >> count;
      held &= (1 << count) - 1;
    }
  }
  return new TextDecoder('utf-8', { fatal: true }).decode(await through(new DecompressionStream('deflate-raw'), bytes));
}

async function through(
  stream: CompressionStream | DecompressionStream,
  bytes: Uint8Array<ArrayBuffer>,
): Promise<Uint8Array> {
  const out = new Response(new Blob([bytes]).stream().pipeThrough(stream));
  return new Uint8Array(await out.arrayBuffer());
}

/** A call takes so many arguments and not many more. */
const AT_A_TIME = 8192;

function textOf(codes: Uint16Array): string {
  const parts: string[] = [];
  for (let i = 0; i < codes.length; i += AT_A_TIME)
    parts.push(String.fromCharCode(...codes.subarray(i, i + AT_A_TIME)));
  return parts.join('');
}
