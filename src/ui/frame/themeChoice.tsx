'use client';

import { useSyncExternalStore } from 'react';
import { THEME_COOKIE, THEMES, type Theme } from '../theme';

const YEAR_S = 31_536_000;

function current(): Theme {
  const theme = document.documentElement.dataset.theme;
  return theme === 'paper' || theme === 'night' ? theme : 'system';
}

function subscribe(changed: () => void): () => void {
  const observer = new MutationObserver(changed);
  observer.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] });
  return () => observer.disconnect();
}

function choose(theme: Theme) {
  document.cookie = `${THEME_COOKIE}=${theme}; path=/; max-age=${YEAR_S}; samesite=lax`;
  if (theme === 'system') delete document.documentElement.dataset.theme;
  else document.documentElement.dataset.theme = theme;
}

export function ThemeChoice() {
  const theme = useSyncExternalStore<Theme>(subscribe, current, () => 'system');
  return (
    <select
      aria-label="Theme"
      className="cursor-pointer rounded border border-transparent bg-transparent py-1 text-ink2 hover:border-hairline"
      value={theme}
      onChange={(event) => choose(event.target.value as Theme)}
    >
      {Object.entries(THEMES).map(([value, name]) => (
        <option key={value} value={value} className="bg-raised text-ink">
          {name}
        </option>
      ))}
    </select>
  );
}
