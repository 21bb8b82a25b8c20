import { STAGE_WORDS } from '@/record/schema';
import type { Source } from '@/record/schema';
import type { SourceState } from '@/derived/source-water/source-line';

interface Props {
  readonly source: Source;
  readonly read: SourceState['read'];
  /** Share of the first resin that is left; undefined where it cannot be told. */
  readonly resinLeft: number | undefined;
}

const WIDTH = 84;
const GAP = 22;
const TOP = 62;
const HEIGHT = 86;

/** The line as the water runs: each part, the salt between them, and how much of the first resin is spent. */
export function UnitPicture({ source, read, resinLeft }: Props) {
  const { stages } = source;
  const x = (i: number) => 30 + i * (WIDTH + GAP);
  const width = x(stages.length) + 12;
  const membrane = stages.findIndex(({ kind }) => kind === 'membrane');
  const firstResin = stages.findIndex(({ kind }) => kind === 'resin');
  // Where each of the three readings is taken: before the membrane, behind it, and at the end of the line.
  const readings = [
    { at: membrane < 0 ? 0 : membrane, value: read.tdsSupply?.value, words: 'before' },
    ...(membrane < 0 ? [] : [{ at: membrane + 1, value: read.tdsMembrane?.value, words: 'after' }]),
    ...(firstResin < 0 ? [] : [{ at: stages.length, value: read.tdsProduct?.value, words: 'made' }]),
  ];
  const told = readings
    .map(({ value, words }) => `${words} ${value === undefined ? 'not read' : `${value.toFixed(0)} mg/L`}`)
    .join(', ');
  return (
    <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="The line drawn">
      <svg
        viewBox={`0 0 ${width} 206`}
        style={{ minWidth: Math.min(width, 460), maxWidth: width * 1.15 }}
        className="w-full"
        role="img"
        aria-label={`The RO/DI unit: ${stages.map(({ kind }) => STAGE_WORDS[kind]).join(', ')}. TDS ${told}.`}
      >
        <path d={`M4 ${TOP + HEIGHT / 2} H${width - 4}`} stroke="var(--edge)" strokeWidth="5" />
        <path
          d={`M${width - 12} ${TOP + HEIGHT / 2 - 8} l8 8 l-8 8`}
          fill="none"
          stroke="var(--edge)"
          strokeWidth="3"
        />
        {stages.map(({ id, kind }, i) => (
          <g key={id}>
            <rect
              x={x(i)}
              y={TOP}
              width={WIDTH}
              height={HEIGHT}
              rx="6"
              fill="var(--sheet)"
              stroke="var(--edge)"
              strokeWidth="2"
            />
            {kind === 'resin' && i === firstResin && resinLeft !== undefined && (
              <rect
                x={x(i) + 1}
                y={TOP + HEIGHT * (1 - resinLeft)}
                width={WIDTH - 2}
                height={HEIGHT * resinLeft - 1}
                rx="5"
                fill="var(--glass-wash)"
              />
            )}
            {kind === 'resin' && i !== firstResin && (
              <rect x={x(i) + 1} y={TOP + 1} width={WIDTH - 2} height={HEIGHT - 2} rx="5" fill="var(--glass-wash)" />
            )}
            <Fill kind={kind} x={x(i)} />
            <text x={x(i) + WIDTH / 2} y={TOP + HEIGHT + 18} textAnchor="middle" fontSize="13" fill="var(--ink)">
              {STAGE_WORDS[kind].split(' ')[0]}
            </text>
            {kind === 'resin' && i === firstResin && resinLeft !== undefined && (
              <text x={x(i) + WIDTH / 2} y={TOP + HEIGHT + 34} textAnchor="middle" fontSize="12" fill="var(--soft)">
                {(resinLeft * 100).toFixed(0)} % left
              </text>
            )}
            {kind === 'membrane' && (
              <>
                <path
                  d={`M${x(i) + WIDTH / 2} ${TOP + HEIGHT + 24} v14`}
                  stroke="var(--kelp)"
                  strokeWidth="2"
                  strokeDasharray="3 2"
                />
                <text x={x(i) + WIDTH / 2} y={TOP + HEIGHT + 50} textAnchor="middle" fontSize="12" fill="var(--kelp)">
                  {source.wasteRatio} to waste for 1 made
                </text>
              </>
            )}
          </g>
        ))}
        {readings.map(({ at, value, words }) => (
          <g key={words}>
            <path d={`M${x(at) - GAP / 2} ${TOP - 16} V${TOP + HEIGHT / 2}`} stroke="var(--glass)" strokeWidth="1.5" />
            <text
              x={x(at) - GAP / 2}
              y={TOP - 38}
              textAnchor={at === stages.length ? 'end' : 'middle'}
              fontSize="15"
              fontWeight="650"
              fill="var(--ink)"
            >
              {value === undefined ? '?' : `${value.toFixed(0)} mg/L`}
            </text>
            <text
              x={x(at) - GAP / 2}
              y={TOP - 22}
              textAnchor={at === stages.length ? 'end' : 'middle'}
              fontSize="12"
              fill="var(--soft)"
            >
              {words}
            </text>
          </g>
        ))}
      </svg>
    </div>
  );
}

/** What fills a part, drawn so that each kind is told apart without its name. */
function Fill({ kind, x }: { readonly kind: Source['stages'][number]['kind']; readonly x: number }) {
  const [left, right, top, foot] = [x + 14, x + WIDTH - 14, TOP + 14, TOP + HEIGHT - 14];
  const lines = { stroke: 'var(--soft)', strokeWidth: 1.4, fill: 'none' } as const;
  switch (kind) {
    case 'sediment':
      return <path {...lines} d={[0, 1, 2, 3, 4, 5].map((i) => `M${left} ${top + i * 11.5} H${right}`).join(' ')} />;
    case 'carbon':
      return <rect x={left} y={top} width={right - left} height={foot - top} fill="var(--soft)" opacity="0.55" />;
    case 'membrane':
      return (
        <path
          {...lines}
          d={[0, 1, 2, 3]
            .map(
              (i) =>
                `M${left + 4 + i * 7} ${top + 4} A${28 - i * 6} ${28 - i * 6} 0 0 1 ${right - 4 - i * 5} ${foot - 4 - i * 6}`,
            )
            .join(' ')}
        />
      );
    case 'resin':
      return (
        <g fill="var(--glass)" opacity="0.7">
          {[0, 1, 2, 3, 4].flatMap((row) =>
            [0, 1, 2, 3, 4].map((column) => (
              <circle key={`${row}-${column}`} cx={left + column * 14} cy={top + row * 14.5} r="2.6" />
            )),
          )}
        </g>
      );
  }
}
