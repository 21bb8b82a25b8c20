import { CALCULATORS } from '@/calculators/calculators';
import { answerRequest, json, refusedAsked } from './answering';
import { threads } from './threads';

/** The calculators by name, with the question each answers. */
export function GET(request: Request): Response {
  return refusedAsked(request) ?? json(200, JSON.stringify(CALCULATORS.map(({ name, asks }) => ({ name, asks }))));
}

/** One request, or lines of requests, each naming its calculator. */
export function POST(request: Request): Promise<Response> {
  return answerRequest({ request, take: () => threads.take() });
}
