'use client';

import { nanoid } from 'nanoid';
import { useRouter } from 'next/navigation';
import { PARAMETERS, type ParameterId } from '@/calculators/parameters/parameters';
import { useForgetDrafts, useKeptState } from '@/interface/kept-draft';
import { Answer, Cautions } from '@/interface/answer';
import { ButtonLink } from '@/interface/button';
import { PlainPage } from '@/interface/hall/tank-frame';
import { UnitChoices } from '@/interface/unit-choices';
import { useBookIfRead, useCommitOnce, useTitle, useTrouble, useWorkspace, Waiting } from '@/interface/workspace';
import { newTank } from '@/record/defaults';
import type { Book, Tank } from '@/record/schema';
import { systemVolumeOf } from '@/reckoning/system-volume';
import { TankForm } from './tank-form';
import { TankPicture } from './tank-picture';

/** Where a keeper's own record begins, and where another tank joins it. */
export function NewTank() {
  const book = useBookIfRead();
  const trouble = useTrouble();
  useTitle('A new tank');
  if (!book) return <PlainPage>{trouble ? null : <Waiting />}</PlainPage>;
  return (
    <PlainPage>
      <NewTankForm book={book} />
    </PlainPage>
  );
}

/** A new tank is judged by these until its keeper sets others; a cycling tank adds ammonia and nitrite. */
const FIRST_TARGETS: readonly ParameterId[] = [
  'alkalinity',
  'calcium',
  'magnesium',
  'nitrate',
  'phosphate',
  'ph',
  'salinity',
  'temperature',
];

function NewTankForm({ book }: { readonly book: Book }) {
  const { name } = useWorkspace();
  const commit = useCommitOnce();
  const router = useRouter();
  const form = 'new-tank';
  const forget = useForgetDrafts(form);
  const [draft, setDraft] = useKeptState<Tank>(`${form} draft`, () => ({
    ...newTank(nanoid()),
    saltId: book.salts[0]?.id ?? null,
  }));
  const { answer, cautions } = systemVolumeOf(draft);
  const make = async (tank: Tank) => {
    const usual = Object.fromEntries(FIRST_TARGETS.map((id) => [id, [...PARAMETERS[id].band]])) as Tank['targets'];
    // A tab that was duplicated holds the same draft, and may have made its tank already.
    const id = book.tanks.some((other) => other.id === tank.id) ? nanoid() : tank.id;
    const made: Tank = { ...tank, id, targets: { ...usual, ...tank.targets } };
    if (await commit({ label: `Made ${made.name}`, put: { tanks: [made] }, settings: (present) => present })) {
      forget();
      router.push(`/${name}/${made.id}/today`);
    }
  };
  return (
    <div className="max-w-5xl">
      <h1 className="mb-2 text-sm font-semibold text-soft">
        {book.tanks.length === 0 ? 'Your first tank' : 'Another tank'}
      </h1>
      <Answer answer={answer} />
      {book.tanks.length === 0 && (
        <div className="mt-5 space-y-3">
          <p>
            Kept a record before, here or in another browser?{' '}
            <ButtonLink look="quiet" href={`/${name}/record`}>
              Open a saved file
            </ButtonLink>
          </p>
          <UnitChoices settings={book.settings} />
        </div>
      )}
      <div className="mt-6 grid gap-8 lg:grid-cols-[minmax(0,1fr)_18rem]">
        <TankForm
          draft={draft}
          onDraft={setDraft}
          salts={book.salts}
          solutions={book.solutions}
          submitWords="Make this tank"
          onSubmit={(tank) => void make(tank)}
          short
        />
        <TankPicture tank={draft} units={book.settings.units} />
      </div>
      <Cautions cautions={cautions} />
      <p className="mt-6 max-w-3xl text-soft">
        Not set up yet? Make it with what you think it will hold: its Cycle bench plans the set-up from its measures,
        and carries it to the first corals.
      </p>
      <p className="mt-3 max-w-3xl text-sm text-soft">Nothing you enter leaves this browser unless you export it.</p>
    </div>
  );
}
