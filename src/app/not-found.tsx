import { Nowhere } from '@/interface/nowhere';

export default Nowhere;
