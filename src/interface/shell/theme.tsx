'use client';

import { useState } from 'react';
import { THEME_COOKIE } from './theme-cookie';

export type Theme = 'day' | 'night';

/** Day or night, kept in a cookie so that the page is already dim when it arrives. */
export function setTheme(theme: Theme): void {
  document.documentElement.dataset.theme = theme;
  document.cookie = `${THEME_COOKIE}=${theme}; path=/; max-age=31536000; samesite=strict`;
}

export function toggleTheme(): Theme {
  const next = document.documentElement.dataset.theme === 'night' ? 'day' : 'night';
  setTheme(next);
  return next;
}

export function ThemeButton() {
  const [theme, setShown] = useState<Theme>(() =>
    document.documentElement.dataset.theme === 'night' ? 'night' : 'day',
  );
  return (
    <button
      type="button"
      className="min-h-11 rounded-md px-2 text-soft hover:text-ink"
      onClick={() => setShown(toggleTheme())}
    >
      {theme === 'night' ? 'Day' : 'Night'}
    </button>
  );
}
