import type { ChildProcess, StdioOptions } from 'node:child_process';

/** What of `lib.mjs` is asked by scripts that are checked for types. */
export const ROOT: string;
export const CHROMIUM_ARGS: string[];
export function ensureBuild(): Promise<boolean>;
export function ensureChromium(): Promise<string | undefined>;
export function freePort(): Promise<number>;
export function startServer(port: number, stdio?: StdioOptions): Promise<ChildProcess>;
export function fail(message: string): never;
