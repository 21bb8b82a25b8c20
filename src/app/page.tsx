import { redirect } from 'next/navigation';

/** The front door is that of one's own record: it leads to its tank, or shows the first steps and the way to the demo. */
export default function Home() {
  redirect('/mine');
}
