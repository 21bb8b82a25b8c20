'use client';

import { given } from '@/calculators/calculator/given';
import { capitalised } from '@/calculators/calculator/words';
import { isParameter, PARAMETER_IDS, parameterOf, type ParameterId } from '@/calculators/parameters/parameters';
import { SPAN_DAYS } from '@/calculators/readings/before-after-input';
import { attempt } from '@/calculators/calculator/attempt';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { Answer, Working } from '@/interface/answer/answer';
import { Figures } from '@/interface/answer/bench';
import { Cautions } from '@/interface/answer/cautions';
import { ChoiceRow } from '@/interface/controls/choice-row';
import { useAsks } from '@/interface/address/place';
import { useKeptState } from '@/interface/storage/kept-draft';
import { QuantityField } from '@/interface/fields/quantity-field';
import { Refused } from '@/interface/answer/refused';
import { SelectField } from '@/interface/controls/select-field';
import { dayText } from '@/interface/time/when';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { askableEvents, changeWith, eventWords, looksAtFirst, waterWhenSeen } from '@/derived/trends/before-after';
import { observationsOf } from '@/derived/observations/observations';
import { netVolumeL, type Entry } from '@/record/schema';
import { BeforeAfterPicture } from './before-after-picture';

const DAYS = { field: 'days looked at', kind: 'days', low: 1, high: 400, usual: [7, 90] } as const;

/** Any event of the log, and what changed with it. */
export function BeforeAndAfter() {
  const { snapshot, tank } = useTank();
  const { zone } = snapshot.settings;
  const now = useNow();
  const asks = useAsks();
  const events = askableEvents(snapshot, tank, now);
  const [chosen, setChosen] = useKeptState<string | null>('event', null);
  const wanted = asks.get('event') ?? chosen;
  const event = events.find(({ id }) => id === wanted) ?? firstToShow(events, now);
  const [days, setDays] = useKeptState<{ readonly before: number | null; readonly after: number | null }>('days', {
    before: null,
    after: null,
  });
  const [looked, setLooked] = useKeptState<ParameterId | null>('parameter', null);
  const asked = asks.get('of') ?? '';
  const parameter = looked ?? (isParameter(asked) ? asked : event ? looksAtFirst(snapshot, tank, event) : 'alkalinity');
  const tested = PARAMETER_IDS.filter((id) => observationsOf(snapshot, tank.id, id).length > 1);
  const result = event
    ? attempt(() =>
        changeWith(snapshot, tank, event, now, netVolumeL(tank), {
          parameter,
          ...given({ beforeDays: days.before, afterDays: days.after }),
        }),
      )
    : undefined;
  const outcome = result?.outcome;
  const seen =
    event?.kind === 'seen' && !event.gone
      ? attempt(() => waterWhenSeen(snapshot, tank, event, now)).outcome
      : undefined;
  // A sign asks first what the water was like; what came after it comes second.
  const first = seen ?? outcome;
  return (
    <>
      {first ? (
        <Answer answer={first.answer} cautions={first.cautions} />
      ) : (
        <Refused
          refusal={result?.refusal}
          otherwise="Log what is done or seen beside the tests, such as “feeding twice a day”, “replaced carbon” or “paling”: then what changed with it is told here."
        />
      )}
      {event && (
        <>
          {outcome && (
            <BeforeAfterPicture
              event={event}
              parameter={parameter}
              values={outcome.values}
              words={eventWords(event, snapshot)}
            />
          )}
          {seen && outcome && (
            <div className="mt-5">
              <Answer answer={outcome.answer} lesser label="Before and after" />
            </div>
          )}
          <div className="mt-4">
            <ChoiceRow
              label="Level looked at"
              choices={[...new Set([...tested, parameter])].map(
                (id) => [id, capitalised(parameterOf(id).name)] as const,
              )}
              chosen={parameter}
              onChoose={setLooked}
            />
          </div>
          <div className="mt-3">
            <Figures title="What is asked about" narrow>
              <div className="col-span-2">
                <SelectField
                  label="Event"
                  width="w-full"
                  value={event.id}
                  options={events.map((each) => [
                    each.id,
                    `${dayText(each.at, zone)}: ${shortened(eventWords(each, snapshot))}`,
                  ])}
                  onChange={(id) => {
                    setChosen(id);
                    setLooked(null);
                  }}
                />
              </div>
              <QuantityField
                narrow
                label="Days before"
                expected={DAYS}
                value={days.before ?? SPAN_DAYS}
                onChange={(before) => setDays({ ...days, before })}
                onReset={days.before === null ? undefined : () => setDays({ ...days, before: null })}
              />
              <QuantityField
                narrow
                label="Days after"
                expected={DAYS}
                value={days.after ?? SPAN_DAYS}
                onChange={(after) => setDays({ ...days, after })}
                onReset={days.after === null ? undefined : () => setDays({ ...days, after: null })}
              />
            </Figures>
          </div>
        </>
      )}
      {first && <Cautions cautions={[...first.cautions, ...(seen && outcome ? outcome.cautions : [])]} />}
      {outcome && <Working steps={[...(seen?.working ?? []), ...outcome.working]} />}
    </>
  );
}

/** Of a later event there are too few tests after it to tell anything. Chosen: two weekly ones. */
const TOLD_AFTER_DAYS = 12;

/** What is told first: harm that was seen is why one comes here, else the last event that there are tests after. */
function firstToShow(events: readonly Entry[], now: number): Entry | undefined {
  return (
    events.find(
      (event) => event.kind === 'seen' && event.signs.some((sign) => sign === 'paling' || sign === 'tissue-loss'),
    ) ??
    events.find(({ at }) => at < now - TOLD_AFTER_DAYS * DAY_MS) ??
    events[0]
  );
}

function shortened(text: string): string {
  return text.length <= 70 ? text : `${text.slice(0, 67).trimEnd()}…`;
}
