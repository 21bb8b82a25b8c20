import { redirect } from 'next/navigation';

/** A first visit meets the demo; the keeper's own record is one click from there, and remembered by its own address. */
export default function Home() {
  redirect('/demo');
}
