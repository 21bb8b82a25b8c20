import { AddTankBench } from '@/benches/tank/add-tank-bench';
import { Door } from '@/interface/hall/door';

export default function NewPage() {
  return <Door bench="add-tank" otherwise={<AddTankBench />} />;
}
