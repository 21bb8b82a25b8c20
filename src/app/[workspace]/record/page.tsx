import { RecordBench } from '@/benches/record/record-bench';

export default RecordBench;
