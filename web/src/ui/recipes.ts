import { defineSlotRecipe } from '@chakra-ui/react';
import {
  comboboxAnatomy,
  dialogAnatomy,
  menuAnatomy,
  segmentGroupAnatomy,
  sliderAnatomy,
  tabsAnatomy,
  tooltipAnatomy,
} from '@chakra-ui/react/anatomy';

const PHONE = '@media (max-width: 700px)';

/** A list that opens over the screen, and its lines. */
const list = {
  bg: 'sheet',
  color: 'ink',
  border: '1px solid',
  borderColor: 'hairline',
  borderRadius: '4px',
  boxShadow: '0 6px 18px rgba(0,0,0,0.18)',
  py: '4px',
  zIndex: 30,
  outline: 'none',
  maxH: '70vh',
  overflowY: 'auto',
} as const;
const lineOfList = {
  display: 'flex',
  justifyContent: 'space-between',
  alignItems: 'center',
  gap: '12px',
  px: '12px',
  minH: '34px',
  fontSize: '14px',
  cursor: 'pointer',
  _highlighted: { bg: 'elvAcTint' },
  _disabled: { opacity: 0.5, cursor: 'not-allowed' },
  [PHONE]: { minH: '44px' },
} as const;

/** How the interface library's own parts look here. */
export const slotRecipes = {
  dialog: defineSlotRecipe({
    slots: dialogAnatomy.keys(),
    base: {
      backdrop: { position: 'fixed', inset: 0, bg: 'rgba(0,0,0,0.4)', zIndex: 40 },
      positioner: {
        position: 'fixed',
        inset: 0,
        display: 'flex',
        justifyContent: 'center',
        alignItems: 'flex-start',
        zIndex: 41,
        p: '24px',
        pt: '9vh',
      },
      content: {
        bg: 'sheet',
        color: 'ink',
        w: '100%',
        maxW: '520px',
        p: '18px',
        borderRadius: '4px',
        borderTop: '6px solid',
        borderColor: 'attention',
        outline: 'none',
      },
      // the ring of what has the focus keeps its whole breadth
      body: { p: '6px 4px 4px', mx: '-4px', maxH: '72vh', overflowY: 'auto' },
    },
  }),
  menu: defineSlotRecipe({ slots: menuAnatomy.keys(), base: { content: { ...list, minW: '240px' }, item: lineOfList } }),
  combobox: defineSlotRecipe({
    slots: comboboxAnatomy.keys(),
    base: {
      input: {
        w: '100%',
        h: '32px',
        px: '10px',
        font: 'inherit',
        boxSizing: 'border-box',
        fontSize: '14px',
        border: '1px solid',
        borderColor: 'frameMuted',
        borderRadius: '5px',
        bg: 'transparent',
        color: 'onFrame',
        _placeholder: { color: 'frameMuted' },
      },
      content: { ...list, w: '320px' },
      item: lineOfList,
    },
  }),
  segmentGroup: defineSlotRecipe({
    slots: segmentGroupAnatomy.keys(),
    base: {
      root: { display: 'inline-flex', alignItems: 'stretch', borderRadius: '5px', overflow: 'hidden' },
      item: {
        display: 'inline-flex',
        alignItems: 'center',
        position: 'relative',
        cursor: 'pointer',
        fontFamily: 'label',
        fontWeight: 600,
        whiteSpace: 'nowrap',
        _focusVisible: { outline: '2px solid', outlineColor: 'focus', outlineOffset: '-2px' },
        [PHONE]: { h: '44px' },
      },
    },
    variants: {
      on: {
        frame: {
          root: { border: '1px solid', borderColor: 'frameMuted' },
          item: { px: '12px', h: '32px', fontSize: '13px', color: 'onFrame', _checked: { bg: 'attention', color: 'onAttention' } },
        },
        paper: {
          item: {
            px: '6px',
            h: '26px',
            fontSize: '14px',
            color: 'muted',
            _checked: { color: 'ink', textDecoration: 'underline', textDecorationThickness: '2px', textUnderlineOffset: '4px' },
          },
        },
      },
    },
    defaultVariants: { on: 'paper' },
  }),
  slider: defineSlotRecipe({
    slots: sliderAnatomy.keys(),
    base: {
      control: { position: 'relative', display: 'flex', alignItems: 'center', h: '16px' },
      track: { flex: 1, h: '4px', bg: 'rail', borderRadius: '2px', overflow: 'hidden' },
      range: { h: '100%', bg: 'muted' },
      thumb: { w: '12px', h: '12px', bg: 'sheet', border: '2px solid', borderColor: 'ink', borderRadius: '50%', cursor: 'grab' },
    },
  }),
  tabs: defineSlotRecipe({
    slots: tabsAnatomy.keys(),
    base: {
      list: { display: 'flex', gap: '6px' },
      trigger: {
        fontFamily: 'label',
        fontSize: '14px',
        fontWeight: 600,
        px: '10px',
        minH: '32px',
        border: '1px solid',
        borderColor: 'hairline',
        borderRadius: '5px',
        bg: 'sheet',
        color: 'ink',
        cursor: 'pointer',
        _selected: { bg: 'frame', color: 'onFrame', borderColor: 'frame' },
        [PHONE]: { minH: '44px' },
      },
    },
  }),
  tooltip: defineSlotRecipe({
    slots: tooltipAnatomy.keys(),
    base: {
      content: { bg: 'ink', color: 'sheet', fontSize: '13px', maxW: '340px', px: '8px', py: '6px', borderRadius: '4px', zIndex: 45 },
    },
  }),
};
