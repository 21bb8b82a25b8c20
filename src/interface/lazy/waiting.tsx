/** What stands while the record is opened. In a file of its own: the page shows it before anything of the record is fetched. */
export function Waiting() {
  return <p className="p-8 text-soft">Opening the record…</p>;
}
