import { goTo, useAsks } from './place';

/**
 * One of a few ways to look at a bench, kept in the address: a link leads to it, a reload keeps it, the back button undoes it.
 * @param name of the query parameter
 */
export function useChoice<Value extends string>(
  name: string,
  values: readonly Value[],
  usual: Value,
): readonly [Value, (value: Value) => void] {
  const given = useAsks().get(name);
  const chosen = values.find((value) => value === given) ?? usual;
  const choose = (value: Value) => {
    const address = new URL(window.location.href);
    if (value === usual) address.searchParams.delete(name);
    else address.searchParams.set(name, value);
    goTo(`${address.pathname}${address.search}`);
  };
  return [chosen, choose];
}
