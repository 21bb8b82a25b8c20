import { useKeptState } from '@/interface/storage/kept-draft';
import { useAsked } from '@/interface/workspace/use-asked';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { phDayQuestion, type MeasureOverrides, type PhDayQuestion } from '@/derived/ph/ph-question';

type Together = NonNullable<PhDayQuestion['together']>;

/** The tank's day of pH, worked out beside the page, with what is tried of the measures. */
export function usePhDay() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const [tried, setTried] = useKeptState<MeasureOverrides>('measures tried', {});
  const [together, setTogether] = useKeptState<Together>('measures together', []);
  const question = phDayQuestion(snapshot, tank, now, tried, together);
  const result = useAsked('ph-day', question);
  return { question, result, tried, setTried, together, setTogether };
}
