import { LogBench } from '@/benches/log/log-bench';

export default LogBench;
