import { WaterDayBench } from '@/benches/water-day/water-day-bench';

export default WaterDayBench;
