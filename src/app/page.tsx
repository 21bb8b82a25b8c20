import { cookies } from 'next/headers';
import { redirect } from 'next/navigation';
import { OWN_COOKIE } from '@/interface/own-cookie';

/** A first visit meets the demo; whoever keeps a record of their own in this browser is led to it. */
export default async function Home() {
  redirect((await cookies()).has(OWN_COOKIE) ? '/mine' : '/demo');
}
