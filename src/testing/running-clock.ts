/**
 * Sets a clock to another time, from which it runs on as clocks do. It is sent into pages as text, so it stands on nothing:
 * called twice, the last shift holds.
 *
 * A clock that stands still would be easier, and would hide what happens in life: two entries of one minute, a session of
 * tests that begins in one minute and ends in the next.
 * @param shiftMs how far the shown time is ahead of the machine's
 */
export function shiftClock(shiftMs: number): void {
  type Shifted = DateConstructor & { shiftedBy?: (ms: number) => void };
  const known = (globalThis.Date as Shifted).shiftedBy;
  if (known) {
    known(shiftMs);
    return;
  }
  const Machine = Date;
  const machineNow = Machine.now.bind(Machine);
  let shift = shiftMs;
  const now = () => machineNow() + shift;
  const shown = new Proxy(Machine, {
    construct: (target, args, newTarget) =>
      Reflect.construct(target, args.length === 0 ? [now()] : args, newTarget) as object,
    apply: () => new Machine(now()).toString(),
    get: (target, key, receiver) => {
      if (key === 'now') return now;
      if (key === 'shiftedBy') return (ms: number) => void (shift = ms);
      return Reflect.get(target, key, receiver) as unknown;
    },
  });
  globalThis.Date = shown;
}
