/** A key as a person presses it and the legend names it. */
export interface KeyRow<A extends string> {
  readonly act: A;
  /** of the keyboard event, in lower case; `ctrl` and `shift` where they are held */
  readonly key: string;
  readonly ctrl?: true;
  readonly shift?: true;
  /** as it stands on the key */
  readonly cap: string;
  readonly words: string;
}

/** Keys that work while the sheet has the focus. */
const sheetKeys = [
  { act: 'left', key: 'arrowleft', cap: '←', words: 'toward the source; of standing lines to the one before' },
  { act: 'right', key: 'arrowright', cap: '→', words: 'toward the return; of standing lines to the next' },
  { act: 'up', key: 'arrowup', cap: '↑', words: 'to the line above; along a standing one toward the source' },
  { act: 'down', key: 'arrowdown', cap: '↓', words: 'to the line below; along a standing one toward the return' },
  { act: 'lineUp', key: 'arrowup', ctrl: true, cap: 'Ctrl ↑', words: 'move its line before the one above' },
  { act: 'lineDown', key: 'arrowdown', ctrl: true, cap: 'Ctrl ↓', words: 'move its line behind the one below' },
  { act: 'red', key: 'r', cap: 'R', words: 'put the red lead on the point' },
  { act: 'black', key: 'b', cap: 'B', words: 'put the black lead on the point' },
  { act: 'operate', key: ' ', cap: 'Space', words: 'operate the selected input' },
  { act: 'pick', key: 'm', cap: 'M', words: 'pick it among several; shift-click and shift-drag do too' },
  { act: 'unpick', key: 'escape', cap: 'Esc', words: 'pick none' },
  { act: 'swap', key: 'n', cap: 'N', words: 'swap NO and NC' },
  { act: 'fit', key: 't', cap: 'T', words: 'fit the whole sheet' },
  { act: 'zoom', key: 'f', cap: 'F', words: 'zoom to what is selected' },
] as const satisfies readonly KeyRow<string>[];

/** Keys that work anywhere in a circuit, but not while something is typed. */
const circuitKeys = [
  { act: 'goTo', key: '/', cap: '/', words: 'go to…' },
  { act: 'undo', key: 'z', ctrl: true, cap: 'Ctrl Z', words: 'undo' },
  { act: 'redo', key: 'z', ctrl: true, shift: true, cap: 'Ctrl Shift Z', words: 'redo' },
  { act: 'legend', key: '?', cap: '?', words: 'keys and marks' },
] as const satisfies readonly KeyRow<string>[];

export type SheetAct = (typeof sheetKeys)[number]['act'];
export type CircuitAct = (typeof circuitKeys)[number]['act'];
export const SHEET_KEYS: readonly KeyRow<SheetAct>[] = sheetKeys;
export const CIRCUIT_KEYS: readonly KeyRow<CircuitAct>[] = circuitKeys;

interface Pressed {
  readonly key: string;
  readonly ctrlKey: boolean;
  readonly metaKey: boolean;
  readonly altKey: boolean;
  readonly shiftKey: boolean;
}

/** What a key does by a table of keys; a sign that needs the shift key on some keyboards is taken by the sign alone. @param singleKeys whether letters and signs alone do something */
export function actOf<A extends string>(rows: readonly KeyRow<A>[], pressed: Pressed, singleKeys = true): A | undefined {
  if (pressed.altKey) return undefined;
  const isCtrl = pressed.ctrlKey || pressed.metaKey;
  // somebody who speaks to the machine, or leans on its keys, can have the letters do nothing
  if (!singleKeys && !isCtrl && pressed.key !== ' ' && pressed.key.length === 1) return undefined;
  return rows.find(
    ({ key, ctrl = false, shift = false }) =>
      key === pressed.key.toLowerCase() && ctrl === isCtrl && (!isCtrl || shift === pressed.shiftKey),
  )?.act;
}

/** Whether what is pressed is being typed into something. */
export const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && /^(INPUT|SELECT|TEXTAREA)$/.test(target.tagName);
