'use client';

import { ToggleGroup } from 'radix-ui';
import type { Tank } from '@/record/schema';

const SCHOOLS: readonly [Tank['method'], string][] = [['parts', 'By parts'], ['reactor', 'By calcium reactor'], ['water-changes', 'By water changes']];

/** The schools of replacing what a tank takes; each sees the same demand. */
export function DoseSchools({ method, onChange }: { readonly method: Tank['method']; readonly onChange: (method: Tank['method']) => void }) {
  return (
    <ToggleGroup.Root type="single" value={method} onValueChange={(value) => value && onChange(value as Tank['method'])} aria-label="How it is replaced" className="no-print mb-4 flex flex-wrap gap-1">
      {SCHOOLS.map(([value, words]) => (
        <ToggleGroup.Item key={value} value={value} className="min-h-11 rounded-md border border-transparent px-3 text-soft data-[state=on]:border-edge data-[state=on]:bg-sheet data-[state=on]:font-semibold data-[state=on]:text-ink lg:min-h-9">{words}</ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
