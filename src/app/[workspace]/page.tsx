import { FirstSteps } from '@/benches/first-steps/first-steps';
import { Door } from '@/interface/hall/door';

/** A record opens with the tank looked at last; one that holds none, with the first steps. */
export default function RecordPage() {
  return <Door bench="today" otherwise={<FirstSteps />} />;
}
