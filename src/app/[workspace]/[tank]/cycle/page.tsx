import { CycleBench } from '@/benches/cycle/cycle-bench';

export default CycleBench;
