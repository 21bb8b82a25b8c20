import { TodayBench } from '@/benches/today/today-bench';

export default TodayBench;
