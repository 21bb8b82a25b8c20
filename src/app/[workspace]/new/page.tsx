import { NewTank } from '@/benches/tank/new-tank';

export default NewTank;
