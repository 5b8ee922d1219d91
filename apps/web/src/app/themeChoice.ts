const KEY = 'waxwing.theme';
export type Theme = 'waxwing' | 'dusk';

/** The theme in force: what was chosen on this device, else what the system asks for. */
export function currentTheme(): Theme {
  const stored = localStorage.getItem(KEY);
  if (stored === 'waxwing' || stored === 'dusk') return stored;
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'dusk' : 'waxwing';
}

export function applyStoredTheme(): void {
  document.documentElement.dataset.theme = currentTheme();
}

export function chooseTheme(theme: Theme): void {
  localStorage.setItem(KEY, theme);
  applyStoredTheme();
}
