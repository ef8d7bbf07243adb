import { SETTINGS_KEY, type Settings } from './settings';
import type { Store } from './store';

const night = () => window.matchMedia('(prefers-color-scheme: dark)');

/** Lays the theme on the page, and keeps what is chosen in this browser. */
export function keepSettings(store: Store): void {
  let last: Settings | undefined;
  const lay = () => {
    const { settings } = store.getState();
    const isDark = settings.theme === 'system' ? night().matches : settings.theme === 'dark';
    document.documentElement.classList.toggle('dark', isDark);
    document.documentElement.classList.toggle('light', !isDark);
    if (settings === last) return;
    const isFirst = last === undefined;
    last = settings;
    if (isFirst) return;
    try {
      localStorage.setItem(SETTINGS_KEY, JSON.stringify(settings));
    } catch {
      // a browser that is full forgets what was chosen when it is closed
    }
  };
  night().addEventListener('change', lay);
  store.subscribe(() => store.getState().settings !== last && lay());
  lay();
}
