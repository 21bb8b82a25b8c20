'use client';

import { systemVolumeOf } from '@/derived/tank/system-volume';
import { useBase, useForgetDrafts, useKeptState } from '@/interface/storage/kept-draft';
import { Answer } from '@/interface/answer/answer';
import { Cautions } from '@/interface/answer/cautions';
import { goTo } from '@/interface/address/place';
import { Bench } from '@/interface/answer/bench';
import { Button } from '@/interface/controls/button';
import { useCommit, useNow, useTank, useWorkspace } from '@/interface/workspace/workspace';
import { withReservoir } from '@/derived/top-off/reservoir-mark';
import type { EntryKind, Tank } from '@/record/schema';
import { volumeChanged, withVolume, type VolumeHoldsFrom } from '@/record/volume-history';
import { TankForm } from './tank-form';
import { TankPicture } from './tank-picture';

const RESTS_ON_VOLUME: ReadonlySet<EntryKind> = new Set(['dose', 'standing-dose', 'reactor', 'water-change']);

export function TankBench() {
  const { tank } = useTank();
  // A row that changed elsewhere (undo, another tab) begins the form anew; anything else leaves what is typed alone.
  return <TankEditor key={JSON.stringify(tank)} />;
}

function TankEditor() {
  const { snapshot, tank } = useTank();
  const { name } = useWorkspace();
  const commit = useCommit();
  const now = useNow();
  const form = 'tank';
  const forget = useForgetDrafts(form);
  const [draft, setDraft] = useKeptState<Tank>(`${form} draft`, tank);
  // Of the tank only what was changed here is written.
  const [opened, setOpened] = useBase(form, tank);
  const { answer, cautions } = systemVolumeOf(draft);

  // What was dosed rests on the net volume: a change of it says from when it holds.
  const [from, setFrom] = useKeptState<VolumeHoldsFrom | ''>(`${form} holds from`, '');
  const rested = snapshot.entries.some(({ tankId, kind }) => tankId === tank.id && RESTS_ON_VOLUME.has(kind));
  const asks = rested && volumeChanged(tank, draft);

  const save = async (given: Tank) => {
    const saved = asks && from ? withVolume(tank, given, now, from) : given;
    const done = await commit({
      label: `Saved ${saved.name}`,
      base: { tanks: [opened] },
      put: { tanks: [withReservoir(saved, opened, now)] },
    });
    if (!done) return;
    forget();
    setOpened(saved);
  };
  const remove = async () => {
    const entries = snapshot.entries.filter((entry) => entry.tankId === tank.id).map(({ id }) => id);
    if (
      await commit({
        label: `Removed ${tank.name} and its ${entries.length} entries`,
        remove: { tanks: [tank.id], entries },
      })
    )
      goTo(`/${name}`);
  };

  return (
    <Bench>
      <Answer answer={answer} cautions={cautions} />
      <div className="mt-6 grid gap-8 lg:grid-cols-[minmax(0,1fr)_18rem]">
        <TankForm
          draft={draft}
          onDraft={setDraft}
          salts={snapshot.salts}
          solutions={snapshot.solutions}
          submitWords="Save the tank"
          onSubmit={(saved) => void save(saved)}
          holdsFrom={asks ? { value: from, onChange: setFrom } : undefined}
        />
        <TankPicture tank={draft} units={snapshot.settings.units} />
      </div>
      <Cautions cautions={cautions} />
      <section aria-label="Remove this tank" className="mt-10 border-t border-line pt-4">
        <Button onClick={() => void remove()}>Remove {tank.name} and its entries</Button>
        <p className="mt-1 text-sm text-soft">Undo brings all of it back.</p>
      </section>
    </Bench>
  );
}
