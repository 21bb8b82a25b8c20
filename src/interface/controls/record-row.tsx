import type { ReactNode } from 'react';
import { Button } from './button';

interface Props {
  readonly title: string;
  /** Under the title, in small. */
  readonly under?: string | undefined;
  readonly children: ReactNode;
  /** Stands between the two buttons. */
  readonly more?: ReactNode;
  readonly onEdit: () => void;
  /** Left out for what is in use. */
  readonly onRemove?: (() => void) | undefined;
}

/** A thing of the record in a list: what it is, and the ways to change it and be rid of it. */
export function RecordRow({ title, under, children, more, onEdit, onRemove }: Props) {
  return (
    <div className="flex flex-wrap items-baseline gap-x-4">
      <span className="w-40 shrink-0">
        <span className="font-semibold">{title}</span>
        {under && <span className="block text-sm text-soft">{under}</span>}
      </span>
      <span className="min-w-0 flex-1 basis-64">{children}</span>
      <span>
        <Button look="quiet" aria-label={`Edit ${title}`} onClick={onEdit}>
          Edit
        </Button>
        {more}
        {onRemove && (
          <Button look="quiet" aria-label={`Remove ${title}`} onClick={onRemove}>
            Remove
          </Button>
        )}
      </span>
    </div>
  );
}
