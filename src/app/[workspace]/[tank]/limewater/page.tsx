import { LimewaterBench } from '@/benches/limewater/limewater-bench';

export default LimewaterBench;
