import { FirstSteps } from '@/benches/first-steps/first-steps';
import { Door } from '@/interface/hall/door';

export default function WaterDayPage() {
  return <Door bench="water-day" otherwise={<FirstSteps />} />;
}
