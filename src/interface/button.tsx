import type { ButtonHTMLAttributes } from 'react';

const LOOK = {
  main: 'bg-button text-on-glass border-button font-semibold hover:opacity-90',
  plain: 'bg-sheet text-ink border-edge hover:border-glass',
  quiet: 'border-transparent text-glass underline underline-offset-4 decoration-1 hover:decoration-2',
} as const;

export function Button({ look = 'plain', className = '', type = 'button', ...rest }: ButtonHTMLAttributes<HTMLButtonElement> & { readonly look?: keyof typeof LOOK }) {
  return <button type={type} className={`inline-flex min-h-11 items-center gap-2 rounded-md border px-3.5 py-1.5 disabled:opacity-50 lg:min-h-9 ${LOOK[look]} ${className}`} {...rest} />;
}
