/** A key as it is printed on a keyboard. */
export function KeyCap({ name }: { readonly name: string }) {
  return (
    <kbd className="inline-block min-w-7 rounded border border-edge px-1.5 text-center font-sans text-sm text-soft">
      {name}
    </kbd>
  );
}
