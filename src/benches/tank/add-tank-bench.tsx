'use client';

import { nanoid } from 'nanoid';
import { PARAMETERS, type ParameterId } from '@/calculators/parameters/parameters';
import { useForgetDrafts, useKeptState } from '@/interface/storage/kept-draft';
import { Answer } from '@/interface/answer/answer';
import { Cautions } from '@/interface/answer/cautions';
import { goTo, useAsks } from '@/interface/address/place';
import { Bench } from '@/interface/answer/bench';
import { Waiting } from '@/interface/lazy/waiting';
import { useSnapshotIfRead, useCommitOnce, useWorkspace } from '@/interface/workspace/workspace';
import { newTank } from '@/record/defaults';
import type { Snapshot, Tank } from '@/record/schema';
import { benchAddress } from '@/registry/addresses';
import { systemVolumeOf } from '@/derived/tank/system-volume';
import { TankForm } from './tank-form';
import { TankPicture } from './tank-picture';

/** Where a keeper's own record begins, and where another tank joins it. */
export function AddTankBench() {
  const snapshot = useSnapshotIfRead();
  return snapshot ? <NewTankForm snapshot={snapshot} /> : <Waiting />;
}

/** A new tank is judged by these until its keeper sets others. */
const FIRST_TARGETS: readonly ParameterId[] = [
  'alkalinity',
  'calcium',
  'magnesium',
  'ammonia',
  'nitrite',
  'nitrate',
  'phosphate',
  'ph',
  'salinity',
  'temperature',
];

function NewTankForm({ snapshot }: { readonly snapshot: Snapshot }) {
  const { name } = useWorkspace();
  const commit = useCommitOnce();
  // A tank that is not set up yet begins with the plan of its set-up.
  const planned = useAsks().get('as') === 'planned';
  const form = 'new-tank';
  const forget = useForgetDrafts(form);
  const [draft, setDraft] = useKeptState<Tank>(`${form} draft`, () => ({
    ...newTank(nanoid()),
    saltId: snapshot.salts[0]?.id ?? null,
  }));
  const { answer, cautions } = systemVolumeOf(draft);
  const make = async (tank: Tank) => {
    const usual = Object.fromEntries(FIRST_TARGETS.map((id) => [id, [...PARAMETERS[id].band]])) as Tank['targets'];
    // A tab that was duplicated holds the same draft, and may have made its tank already.
    const id = snapshot.tanks.some((other) => other.id === tank.id) ? nanoid() : tank.id;
    const made: Tank = { ...tank, id, targets: { ...usual, ...tank.targets } };
    if (await commit({ label: `Added ${made.name}`, put: { tanks: [made] }, settings: (present) => present })) {
      forget();
      goTo(planned ? benchAddress(name, made.id, 'new-tank', 'set-up') : benchAddress(name, made.id, 'today'));
    }
  };
  return (
    <Bench
      question={
        planned ? 'Which tank is planned?' : snapshot.tanks.length === 0 ? 'Which tank runs?' : 'Which tank is added?'
      }
    >
      <Answer answer={answer} cautions={cautions} />
      <div className="mt-6 grid gap-8 lg:grid-cols-[minmax(0,1fr)_18rem]">
        <TankForm
          draft={draft}
          onDraft={setDraft}
          salts={snapshot.salts}
          solutions={snapshot.solutions}
          submitWords="Add this tank"
          onSubmit={(tank) => void make(tank)}
          short
        />
        <TankPicture tank={draft} units={snapshot.settings.units} />
      </div>
      <Cautions cautions={cautions} />
      <p className="mt-6 max-w-3xl text-soft">
        {planned
          ? 'What you think it will hold is enough: the set-up is planned from its measures next.'
          : 'A name and a volume are enough; each bench asks for what it needs besides.'}{' '}
        Nothing you enter leaves this browser unless you export it.
      </p>
    </Bench>
  );
}
