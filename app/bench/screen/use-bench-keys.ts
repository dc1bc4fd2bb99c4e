import { useHotkeys } from 'react-hotkeys-hook';

export type PanelName = 'note' | 'more' | 'sound' | 'keys' | 'start' | 'margin' | 'incident';
/** Panels that are typed into: their keys are their own. */
const TYPED_INTO: readonly string[] = ['reading', 'note', 'start', 'margin', 'incident'];
/** What stands as a sheet above the act; null while nothing does. */
export type Panel = { readonly kind: 'reading'; readonly first: string } | { readonly kind: PanelName } | null;

export interface BenchKeysProps {
  readonly panel: Panel;
  readonly setPanel: (panel: Panel) => void;
  readonly press: () => void;
  readonly undo: () => void;
  readonly nudge: (seconds: number) => unknown;
  readonly open: (kind: PanelName) => void;
  readonly agitate: (() => void) | null;
  readonly running: boolean;
}

/** The keys of the Bench (interface.md): every one is also a button. While something is typed they are letters. */
export function useBenchKeys({ panel, setPanel, press, undo, nudge, open, agitate, running }: BenchKeysProps): void {
  // Without dependencies a key does what the button does now; a list of them once forgot one.
  const free = { enabled: !TYPED_INTO.includes(panel?.kind ?? '') };
  useHotkeys(
    'space',
    (event) => {
      // A focused button is pressed by Space as everywhere; everything else means the act.
      if ((event.target as HTMLElement).closest('button, a, input, select, summary')) return;
      event.preventDefault();
      if (!event.repeat) press();
    },
    free,
  );
  useHotkeys('r', (event) => (event.preventDefault(), setPanel({ kind: 'reading', first: '' })), free);
  useHotkeys('n', (event) => (event.preventDefault(), setPanel({ kind: 'note' })), free);
  useHotkeys('z', undo, free);
  useHotkeys('a', () => agitate?.(), free);
  useHotkeys('comma, shift+comma', (event) => void nudge(event.shiftKey ? -5 : -1), free);
  useHotkeys('period, shift+period', (event) => void nudge(event.shiftKey ? 5 : 1), free);
  useHotkeys('s', () => open('sound'), free);
  useHotkeys('b', (event) => (event.preventDefault(), running && open('start')), free);
  useHotkeys('shift+slash, ?', () => open('keys'), { ...free, useKey: true });
  useHotkeys('escape', () => setPanel(null));
  useHotkeys(
    '0,1,2,3,4,5,6,7,8,9',
    (event) => {
      if ((event.target as HTMLElement).closest('input, select, textarea')) return;
      event.preventDefault();
      setPanel({ kind: 'reading', first: event.key });
    },
    free,
  );
}
