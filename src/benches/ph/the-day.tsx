'use client';

import { Worked } from '@/interface/answer/worked';
import { Waiting } from '@/interface/lazy/waiting';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { lightsOf, USUAL_LIGHTS } from '@/derived/day/day-of-tank';
import { Co2Ladder } from './co2-ladder';
import { DayFigures } from './day-figures';
import { DayPicture } from './day-picture';
import { RoomNow } from './room-now';
import { usePhDay } from './use-ph-day';

/** Why pH is what it is, and how it goes through the day. */
export function TheDay() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const { question, result } = usePhDay();
  const values = result?.outcome?.values;
  const lights = lightsOf(snapshot, tank, now);
  if (question && !result) return <Waiting />;
  return (
    <Worked
      result={question && result}
      otherwise="Read pH in the morning before the lights and in the evening before they go out, with alkalinity in the same week: “ph 7.95”, “alk 8.1”. Then its day is drawn here."
    >
      {values && (
        <div className="mt-5 grid max-w-6xl gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1.7fr)_minmax(0,1fr)]">
          <div className="min-w-0 space-y-5">
            <DayPicture values={values} lights={lights ?? USUAL_LIGHTS} />
            <DayFigures values={values} />
          </div>
          <div className="min-w-0 space-y-6">
            <Co2Ladder values={values} roomRead={question?.room !== undefined} />
            <RoomNow />
          </div>
        </div>
      )}
      {values && !lights && (
        <p className="mt-2 text-sm text-soft">
          No lights are logged, so they are taken as 10:00 to 20:00; “lights 9:00 to 19:00” in the line sets them.
        </p>
      )}
      {!values && (
        <div className="mt-6">
          <RoomNow />
        </div>
      )}
    </Worked>
  );
}
