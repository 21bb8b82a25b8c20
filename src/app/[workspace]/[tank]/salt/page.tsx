import { SaltBench } from '@/benches/salt/salt-bench';

export default SaltBench;
