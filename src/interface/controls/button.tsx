import { Link } from '../address/link';
import type { ButtonHTMLAttributes, ReactNode } from 'react';

const LOOK = {
  main: 'bg-button text-on-glass border-button font-semibold hover:opacity-90',
  plain: 'bg-sheet text-ink border-edge hover:border-glass',
  quiet: 'border-transparent text-glass underline underline-offset-4 decoration-1 hover:decoration-2',
} as const;

type Look = keyof typeof LOOK;

function classes(look: Look, className: string): string {
  return `inline-flex min-h-11 items-center gap-2 rounded-md border px-3.5 py-1.5 disabled:opacity-50 lg:min-h-9 ${LOOK[look]} ${className}`;
}

export function Button({
  look = 'plain',
  className = '',
  type = 'button',
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { readonly look?: Look }) {
  return <button type={type} className={classes(look, className)} {...rest} />;
}

/** A way to another screen that stands among buttons. */
export function ButtonLink({
  look = 'plain',
  children,
  ...rest
}: { readonly href: string } & { readonly look?: Look; readonly children: ReactNode }) {
  return (
    <Link className={classes(look, '')} {...rest}>
      {children}
    </Link>
  );
}
