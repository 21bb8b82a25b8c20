import { nanoid } from 'nanoid';
import { useState } from 'react';
import type { Change } from '@/record/change';
import type { Row, TableName } from '@/record/schema';
import { useBase, useForgetDrafts } from '../storage/kept-draft';
import { useCommitOnce } from '../workspace/workspace';

/** Tables whose rows are named, and edited by a form of their own. */
type Named = { [Name in TableName]: Row<Name> extends { readonly name: string } ? Name : never }[TableName];

/**
 * What a form on a row of the record needs besides its fields.
 * @param table the row is of
 * @param row that is edited; undefined for a new one
 * @returns the drafts' name; the row's identity (given before it is sent, so that sent again it is the same row); how to leave; and how to save:
 *   held against the row as it was opened, so that what another tab changed meanwhile stands. The form is left once it is kept.
 */
export function useRowForm<Name extends Named>(table: Name, row: Row<Name> | undefined, onDone: () => void) {
  const form = `${table} ${row?.id ?? 'new'}`;
  const commit = useCommitOnce();
  const forget = useForgetDrafts(form);
  // Not kept with the drafts: a tab that is duplicated takes those along, and makes rows of its own.
  const [id] = useState(() => row?.id ?? nanoid());
  const [opened] = useBase(form, row);
  const leave = () => {
    forget();
    onDone();
  };
  const save = async (...rows: readonly [Row<Name>, ...Row<Name>[]]) => {
    const change: Change = {
      label: `Saved ${rows[0].name}`,
      put: { [table]: rows },
      ...(opened && { base: { [table]: [opened] } }),
    };
    if (await commit(change)) leave();
  };
  return { form, id, leave, save };
}
