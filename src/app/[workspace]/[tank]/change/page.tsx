import { ChangeBench } from '@/benches/change/change-bench';

export default ChangeBench;
