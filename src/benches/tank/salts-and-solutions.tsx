'use client';

import { nanoid } from 'nanoid';
import { useId, useState, type FormEvent } from 'react';
import { REAGENTS, REAGENT_IDS, type ReagentId } from '@/chemistry/reagents/reagents';
import { solutionStrength } from '@/chemistry/reagents/solution';
import { PARAMETERS } from '@/chemistry/parameters';
import { attempt } from '@/chemistry/refusal';
import { quantity, showText } from '@/chemistry/units/quantity';
import { Button } from '@/interface/button';
import { focusRefused, QuantityField } from '@/interface/quantity-field';
import { useCommit, useTank } from '@/interface/workspace';
import { AMOUNTS } from '@/record/amounts';
import type { Salt, Solution } from '@/record/schema';
import { saltStrength } from '@/reckoning/learnt-salt';

/** What every tank of the record is fed and filled from. */
export function SaltsAndSolutions() {
  const { book } = useTank();
  const commit = useCommit();
  const { units } = book.settings;
  const [editing, setEditing] = useState<string>();
  const done = () => setEditing(undefined);
  const inUse = (id: string) =>
    book.entries.some(
      (entry) => ('solutionId' in entry && entry.solutionId === id) || ('saltId' in entry && entry.saltId === id),
    ) || book.tanks.some((tank) => tank.saltId === id);
  return (
    <section aria-label="Salts and solutions" className="mt-10 border-t border-line pt-5">
      <h2 className="text-lg font-semibold">Solutions you dose</h2>
      <p className="max-w-3xl text-soft">
        Described by the grams of each salt in a litre; what they bring follows from that.
      </p>
      <ul className="mt-2 max-w-4xl">
        {book.solutions.map((solution) => (
          <li key={solution.id} className="border-t border-line py-2">
            {editing === solution.id ? (
              <SolutionForm solution={solution} onDone={done} />
            ) : (
              <Row
                title={solution.name}
                text={`${solution.parts.map(({ reagent, gramsPerL }) => `${showText(quantity('strength', gramsPerL), units)} ${REAGENTS[reagent].name}`).join(' + ')}: ${strengthWords(solution, units)}`}
                onEdit={() => setEditing(solution.id)}
                onRemove={
                  inUse(solution.id)
                    ? undefined
                    : () => void commit({ label: `Removed ${solution.name}`, remove: { solutions: [solution.id] } })
                }
              />
            )}
          </li>
        ))}
      </ul>
      {editing === 'new-solution' ? (
        <SolutionForm onDone={done} />
      ) : (
        <Button className="mt-2" onClick={() => setEditing('new-solution')}>
          Describe a solution
        </Button>
      )}

      <h2 className="mt-8 text-lg font-semibold">Salts you mix</h2>
      <ul className="mt-2 max-w-4xl">
        {book.salts.map((salt) => (
          <li key={salt.id} className="border-t border-line py-2">
            {editing === salt.id ? (
              <SaltForm salt={salt} onDone={done} />
            ) : (
              <Row
                title={salt.name}
                text={saltWords(salt, saltStrength(book, salt), units)}
                onEdit={() => setEditing(salt.id)}
                onRemove={
                  inUse(salt.id)
                    ? undefined
                    : () => void commit({ label: `Removed ${salt.name}`, remove: { salts: [salt.id] } })
                }
              />
            )}
          </li>
        ))}
      </ul>
      {editing === 'new-salt' ? (
        <SaltForm onDone={done} />
      ) : (
        <Button className="mt-2" onClick={() => setEditing('new-salt')}>
          Add a salt
        </Button>
      )}
    </section>
  );
}

type Units = Parameters<typeof showText>[1];

function strengthWords(solution: Pick<Solution, 'parts'>, units: Units): string {
  const { outcome } = attempt(() => solutionStrength(solution.parts));
  if (!outcome) return 'above what dissolves';
  return [
    outcome.alkalinityMmolPerL > 0 && showText(quantity('equivalents', outcome.alkalinityMmolPerL / 1000), units, 5),
    outcome.calciumMgPerL > 0 && `${showText(quantity('strength', outcome.calciumMgPerL / 1000), units)} calcium`,
    outcome.magnesiumMgPerL > 0 && `${showText(quantity('strength', outcome.magnesiumMgPerL / 1000), units)} magnesium`,
  ]
    .filter(Boolean)
    .join(', ');
}

function saltWords(salt: Salt, { gramsPerLAt35, from, learnt }: ReturnType<typeof saltStrength>, units: Units): string {
  const strength =
    from === 'learnt'
      ? `${gramsPerLAt35.toFixed(1)} g/L at 35 ppt, learnt from ${learnt?.batches ?? 0} batches${salt.gramsPerLAt35 === null ? '' : ` (label ${salt.gramsPerLAt35})`}`
      : from === 'label'
        ? `${gramsPerLAt35} g/L at 35 ppt, by the label`
        : 'grams a litre not known yet';
  const profile = salt.profile
    ? `; at ${salt.profile.salinity} ppt makes ${showText(quantity('alkalinity', salt.profile.alkalinity), units)}, calcium ${salt.profile.calcium.toFixed(0)}, magnesium ${salt.profile.magnesium.toFixed(0)} mg/L`
    : '';
  return `${strength}${profile}`;
}

function Row({
  title,
  text,
  onEdit,
  onRemove,
}: {
  readonly title: string;
  readonly text: string;
  readonly onEdit: () => void;
  readonly onRemove?: (() => void) | undefined;
}) {
  return (
    <div className="flex flex-wrap items-baseline gap-x-4">
      <span className="w-40 shrink-0 font-semibold">{title}</span>
      <span className="min-w-0 flex-1 basis-64">{text}</span>
      <span>
        <Button look="quiet" aria-label={`Change ${title}`} onClick={onEdit}>
          Change
        </Button>
        {onRemove && (
          <Button look="quiet" aria-label={`Remove ${title}`} onClick={onRemove}>
            Remove
          </Button>
        )}
      </span>
    </div>
  );
}

interface DraftPart {
  readonly reagent: ReagentId;
  readonly gramsPerL: number | null;
}

function SolutionForm({ solution, onDone }: { readonly solution?: Solution; readonly onDone: () => void }) {
  const { book } = useTank();
  const commit = useCommit();
  const nameId = useId();
  const [name, setName] = useState(solution?.name ?? '');
  const [parts, setParts] = useState<readonly DraftPart[]>(
    solution?.parts ?? [{ reagent: 'sodium-carbonate', gramsPerL: null }],
  );
  const [fault, setFault] = useState<string>();
  const whole = parts.flatMap(({ reagent, gramsPerL }) => (gramsPerL === null ? [] : [{ reagent, gramsPerL }]));
  const setPart = (at: number, change: Partial<DraftPart>) =>
    setParts(parts.map((part, i) => (i === at ? { ...part, ...change } : part)));

  const save = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    if (focusRefused(event.currentTarget)) return;
    const { refusal } = attempt(() => solutionStrength(whole));
    const taken = book.solutions.some(
      (other) => other.id !== solution?.id && other.name.toLowerCase() === name.trim().toLowerCase(),
    );
    const problem =
      name.trim() === ''
        ? 'The solution needs a name to be jotted by.'
        : taken
          ? 'Another solution has that name.'
          : whole.length !== parts.length
            ? 'Say how many grams of each salt stand in a litre.'
            : refusal?.hint;
    setFault(problem);
    if (problem) return;
    const row: Solution = { id: solution?.id ?? nanoid(), name: name.trim(), parts: whole };
    if (await commit({ label: `Saved ${row.name}`, put: { solutions: [row] } })) onDone();
  };

  return (
    <form
      onSubmit={(event) => void save(event)}
      aria-label="A solution"
      className="rounded-md border border-line bg-sheet p-4"
    >
      <label htmlFor={nameId} className="block text-sm font-semibold">
        Name
      </label>
      <input
        id={nameId}
        className="mt-1 min-h-11 w-64 max-w-full rounded-md border border-edge bg-sheet px-2.5 lg:min-h-9"
        value={name}
        maxLength={60}
        placeholder="Carbonate part"
        onChange={(event) => setName(event.target.value)}
      />
      {parts.map((part, i) => {
        const { name: salt, solubilityGPerL } = REAGENTS[part.reagent];
        const limit = Math.floor(solubilityGPerL * 100) / 100;
        return (
          <div key={i} className="mt-3 flex flex-wrap gap-4">
            <label className="block">
              <span className="block text-sm font-semibold">Salt dissolved</span>
              <select
                className="mt-1 min-h-11 max-w-full rounded-md border border-edge bg-sheet px-2 lg:min-h-9"
                value={part.reagent}
                onChange={(event) => setPart(i, { reagent: event.target.value as ReagentId })}
              >
                {REAGENT_IDS.map((id) => (
                  <option key={id} value={id}>
                    {REAGENTS[id].name}, {REAGENTS[id].formula}
                  </option>
                ))}
              </select>
            </label>
            <QuantityField
              key={part.reagent}
              label="Grams in a litre"
              expected={{
                ...AMOUNTS.solutionPart,
                field: `${salt} in a litre`,
                high: limit,
                usual: [limit / 20, limit],
              }}
              value={part.gramsPerL}
              onChange={(gramsPerL) => setPart(i, { gramsPerL })}
              hint={`${Number(limit.toPrecision(3))} g/L at most dissolves at 20 °C`}
            />
            {parts.length > 1 && (
              <Button look="quiet" onClick={() => setParts(parts.filter((_, at) => at !== i))}>
                Without this salt
              </Button>
            )}
          </div>
        );
      })}
      {whole.length > 0 && (
        <p className="mt-2 text-soft">Brings {strengthWords({ parts: whole }, book.settings.units)}.</p>
      )}
      {fault && (
        <p role="alert" className="mt-2 text-rust">
          {fault}
        </p>
      )}
      <div className="mt-3 flex flex-wrap gap-2">
        <Button type="submit" look="main">
          Save the solution
        </Button>
        {parts.length < 6 && (
          <Button onClick={() => setParts([...parts, { reagent: 'magnesium-sulfate-heptahydrate', gramsPerL: null }])}>
            And another salt
          </Button>
        )}
        <Button onClick={onDone}>Leave it</Button>
      </div>
    </form>
  );
}

function SaltForm({ salt, onDone }: { readonly salt?: Salt; readonly onDone: () => void }) {
  const commit = useCommit();
  const nameId = useId();
  const [name, setName] = useState(salt?.name ?? '');
  const [grams, setGrams] = useState<number | null>(salt?.gramsPerLAt35 ?? null);
  const [profile, setProfile] = useState<
    Partial<Record<'salinity' | 'alkalinity' | 'calcium' | 'magnesium', number | null>>
  >(salt?.profile ?? { salinity: 35 });
  const [fault, setFault] = useState<string>();
  const save = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    if (focusRefused(event.currentTarget)) return;
    const { salinity, alkalinity, calcium, magnesium } = profile;
    const given = [alkalinity, calcium, magnesium].filter((figure) => typeof figure === 'number').length;
    const problem =
      name.trim() === ''
        ? 'The salt needs a name.'
        : given > 0 && (given < 3 || typeof salinity !== 'number')
          ? 'A profile needs salinity, alkalinity, calcium and magnesium, or none of the three.'
          : undefined;
    setFault(problem);
    if (problem) return;
    const row: Salt = {
      id: salt?.id ?? nanoid(),
      name: name.trim(),
      gramsPerLAt35: grams,
      profile:
        typeof salinity === 'number' &&
        typeof alkalinity === 'number' &&
        typeof calcium === 'number' &&
        typeof magnesium === 'number'
          ? { salinity, alkalinity, calcium, magnesium }
          : null,
    };
    if (await commit({ label: `Saved ${row.name}`, put: { salts: [row] } })) onDone();
  };
  return (
    <form
      onSubmit={(event) => void save(event)}
      aria-label="A salt"
      className="rounded-md border border-line bg-sheet p-4"
    >
      <label htmlFor={nameId} className="block text-sm font-semibold">
        Name
      </label>
      <input
        id={nameId}
        className="mt-1 min-h-11 w-64 max-w-full rounded-md border border-edge bg-sheet px-2.5 lg:min-h-9"
        value={name}
        maxLength={60}
        onChange={(event) => setName(event.target.value)}
      />
      <div className="mt-3 grid gap-3 sm:grid-cols-2 lg:grid-cols-3">
        <QuantityField
          label="Grams a litre at 35 ppt"
          expected={AMOUNTS.saltPerL}
          value={grams}
          onChange={setGrams}
          hint="leave empty to learn it from batches"
        />
        <QuantityField
          label="Label figures hold at"
          expected={AMOUNTS.batchSalinity}
          value={profile.salinity ?? null}
          onChange={(salinity) => setProfile({ ...profile, salinity })}
        />
        {(['alkalinity', 'calcium', 'magnesium'] as const).map((id) => (
          <QuantityField
            key={id}
            label={`${PARAMETERS[id].name} on the label`}
            expected={{
              field: PARAMETERS[id].name,
              kind: PARAMETERS[id].kind,
              low: PARAMETERS[id].low,
              high: id === 'alkalinity' ? 10 : PARAMETERS[id].high,
              usual: PARAMETERS[id].usual,
            }}
            value={profile[id] ?? null}
            onChange={(amount) => setProfile({ ...profile, [id]: amount })}
          />
        ))}
      </div>
      {fault && (
        <p role="alert" className="mt-2 text-rust">
          {fault}
        </p>
      )}
      <div className="mt-3 flex gap-2">
        <Button type="submit" look="main">
          Save the salt
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </div>
    </form>
  );
}
