import { ReactorBench } from '@/benches/reactor/reactor-bench';

export default ReactorBench;
