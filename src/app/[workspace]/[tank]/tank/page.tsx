import { TankBench } from '@/benches/tank/tank-bench';

export default TankBench;
