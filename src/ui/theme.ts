export const THEME_COOKIE = 'abanico-theme';

/** Paper by day, night for a dim lab, or whatever the system says. */
export const THEMES = { system: 'System’s', paper: 'Paper', night: 'Night' } as const;
export type Theme = keyof typeof THEMES;
