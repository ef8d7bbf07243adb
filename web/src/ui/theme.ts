import { createSystem, defaultBaseConfig, defineConfig } from '@chakra-ui/react';
import { slotRecipes } from './recipes';

const pair = (light: string, dark: string) => ({ value: { _light: light, _dark: dark } });

/** Every colour, face and size of Mando. Components name tokens; no literal stands in them. */
export const system = createSystem(
  defaultBaseConfig,
  defineConfig({
    globalCss: {
      'html, body, #root': {
        height: '100%',
        margin: 0,
        fontFamily: 'body',
        background: 'paper',
        color: 'ink',
        fontSize: '15px',
        lineHeight: 1.35,
      },
      '*:focus-visible': { outline: '2px solid', outlineColor: 'focus', outlineOffset: '2px' },
      // on the dark frame the ring of paper would be lost
      'header *:focus-visible': { outlineColor: 'attention' },
      'main a': { color: 'ink', textUnderlineOffset: '3px' },
      'svg text': { userSelect: 'none' },
      'svg [data-point]:hover circle': { strokeWidth: '3px' },
    },
    theme: {
      slotRecipes,
      tokens: {
        fonts: {
          body: { value: 'Barlow, sans-serif' },
          label: { value: '"Barlow Semi Condensed", Barlow, sans-serif' },
          mono: { value: '"JetBrains Mono", monospace' },
        },
      },
      semanticTokens: {
        colors: {
          paper: pair('#F5F3ED', '#14191D'),
          sheet: pair('#FCFBF7', '#1A2126'),
          ink: pair('#1B2430', '#E8E6DF'),
          muted: pair('#5D6673', '#A3ABB5'),
          hairline: pair('#D8D3C6', '#343D44'),
          rail: pair('#EAE6DB', '#1F272C'),
          frame: pair('#123B44', '#0E2D34'),
          onFrame: pair('#F5F3ED', '#F5F3ED'),
          frameMuted: pair('#A9C1C6', '#A9C1C6'),
          attention: pair('#F2B544', '#F2B544'),
          onAttention: pair('#1B2430', '#1B2430'),
          focus: pair('#B45309', '#F2B544'),
          card: pair('#FFFDF5', '#20282D'),
          elvAc: pair('#08706B', '#4CC2BB'),
          elvAcTint: pair('#E6F2EF', '#142B2A'),
          elvDc: pair('#3C4BB8', '#97A3F5'),
          elvDcTint: pair('#E6E8F8', '#1C2140'),
          control: pair('#9A5000', '#E7A24B'),
          controlTint: pair('#FAEEDC', '#33260F'),
          power: pair('#8E1F4F', '#EE83B1'),
          powerTint: pair('#F7E9EE', '#341622'),
          earth: pair('#2C7A3F', '#69C47F'),
          none: pair('#5D6673', '#A3ABB5'),
          noneTint: pair('#F0EEE7', '#20272C'),
          good: pair('#2C7A3F', '#69C47F'),
          goodTint: pair('#B9DBC2', '#2C5A38'),
          look: pair('#B45309', '#F0A35A'),
          lookTint: pair('#FBF1E2', '#33260F'),
          danger: pair('#B42318', '#F68A80'),
          dangerTint: pair('#FCEAE8', '#3A1714'),
          bandDead: pair('#E3E6EA', '#3A434B'),
          bandBuzz: pair('#F0CF96', '#6B4A12'),
          bandMaybe: pair('#F6E5BF', '#54431E'),
          bandGood: pair('#B5DBBF', '#2C5A38'),
          bandHigh: pair('#E6DFC8', '#4A4530'),
          bandBurn: pair('#E59A92', '#7A2A22'),
          underWay: pair('#A9B0B8', '#59636B'),
          redLead: pair('#B42318', '#E4574B'),
          blackLead: pair('#1B2430', '#0B0F12'),
          onLead: pair('#FFFFFF', '#FFFFFF'),
          // insulation as it is bought; on a dark sheet black and brown are lifted so that they are seen
          wireBlack: pair('#2B2F36', '#8B949E'),
          wireBrown: pair('#7A4A21', '#B98252'),
          wireRed: pair('#C62F24', '#F0756A'),
          wireOrange: pair('#D9740B', '#F0A04B'),
          wireYellow: pair('#C9A400', '#E8CF4A'),
          wireGreen: pair('#2C8A45', '#6CC985'),
          wireBlue: pair('#2F5FC4', '#86ABF5'),
          wireViolet: pair('#7A3FB0', '#BE94E8'),
          wireGrey: pair('#8A919A', '#A9B0B8'),
          wireWhite: pair('#B9BDC4', '#DADDE1'),
          wirePink: pair('#D2699B', '#F0A5C8'),
        },
      },
    },
  }),
);

/** Colours of a voltage class as CSS variables, for SVG. */
export const CLASS_TOKENS = {
  'elv-ac': { line: 'elvAc', tint: 'elvAcTint' },
  'elv-dc': { line: 'elvDc', tint: 'elvDcTint' },
  control: { line: 'control', tint: 'controlTint' },
  power: { line: 'power', tint: 'powerTint' },
  none: { line: 'none', tint: 'noneTint' },
} as const;

export const colour = (token: string): string => `var(--chakra-colors-${token.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)})`;
