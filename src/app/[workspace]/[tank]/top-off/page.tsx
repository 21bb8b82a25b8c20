import { TopOffBench } from '@/benches/top-off/top-off-bench';

export default TopOffBench;
