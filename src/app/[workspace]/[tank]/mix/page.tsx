import { MixBench } from '@/benches/mix/mix-bench';

export default MixBench;
