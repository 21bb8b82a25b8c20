import { SourceBench } from '@/benches/source/source-bench';

export default SourceBench;
