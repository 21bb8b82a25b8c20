import { Link } from '../address/link';

/** An address that names neither of the two records. */
export function Nowhere() {
  return (
    <main className="mx-auto max-w-xl p-8">
      <h1 className="text-2xl">There is nothing at this address.</h1>
      <p className="mt-3">
        <Link href="/demo" className="text-glass underline underline-offset-4">
          Open the demo
        </Link>{' '}
        or{' '}
        <Link href="/mine" className="text-glass underline underline-offset-4">
          your own record
        </Link>
        .
      </p>
    </main>
  );
}
