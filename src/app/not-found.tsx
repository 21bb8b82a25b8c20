import { Nowhere } from '@/interface/shell/nowhere';

export default Nowhere;
