import { DoseBench } from '@/benches/dose/dose-bench';

export default DoseBench;
