import { SeriesBench } from '@/benches/series/series-bench';

export default SeriesBench;
