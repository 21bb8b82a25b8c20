import { calculatorOrRefuse, describe } from '@/calculators/json-lines';
import { attempt } from '@/calculators/calculator/attempt';
import { answerRequest, json, refuse, refusedAsked } from '../answering';
import { threads } from '../threads';

interface Context {
  readonly params: Promise<{ readonly name: string }>;
}

/** What a calculator takes, as JSON Schema with units and ranges, and an example. */
export async function GET(request: Request, { params }: Context): Promise<Response> {
  const notAsked = refusedAsked(request);
  if (notAsked) return notAsked;
  const { name } = await params;
  const { outcome, refusal } = attempt(() => calculatorOrRefuse(name));
  return refusal ? refuse(404, refusal) : json(200, JSON.stringify(describe(outcome)));
}

/** Runs it on one input, or on lines of inputs. */
export async function POST(request: Request, { params }: Context): Promise<Response> {
  const notAsked = refusedAsked(request);
  if (notAsked) return notAsked;
  const { name } = await params;
  const { outcome, refusal } = attempt(() => calculatorOrRefuse(name));
  return refusal ? refuse(404, refusal) : answerRequest({ request, calculator: outcome, take: () => threads.take() });
}
