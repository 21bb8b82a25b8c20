import { FirstTank } from '@/benches/tank/first-tank';

export default FirstTank;
