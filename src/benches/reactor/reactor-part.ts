import type { DoseQuestion } from '@/derived/dosing/dose-question';
import type { ReactorTried } from '@/derived/reactor/reactor-setting';

/** What every part of the bench works with: the record's question, and the figures tried in place of the record's. */
export interface ReactorPart {
  readonly question: DoseQuestion;
  readonly tried: Tried;
  readonly onTry: (tried: Tried) => void;
}

export interface Tried extends ReactorTried {
  readonly find?: 'flow' | 'effluent' | 'demand';
  /** Alkalinity consumption, in place of the record's. */
  readonly perDay?: number;
}
