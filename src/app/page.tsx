import { Suspense } from 'react';
import { PlaceScreen } from '@/benches/place-screen';
import { Waiting } from '@/interface/lazy/waiting';

/** The one page: every address of a record is answered with it, and what it shows is decided in the browser. */
export default function Page() {
  return (
    <Suspense fallback={<Waiting />}>
      <PlaceScreen />
    </Suspense>
  );
}
