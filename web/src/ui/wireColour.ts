import { colour } from './theme';

/** Insulation colours as lists write them, and the token that draws each. */
const TOKENS: readonly (readonly [RegExp, string])[] = [
  [/green.?yellow|yellow.?green|^green/i, 'wireGreen'],
  [/^black/i, 'wireBlack'],
  [/^brown/i, 'wireBrown'],
  [/^red/i, 'wireRed'],
  [/^orange/i, 'wireOrange'],
  [/^yellow/i, 'wireYellow'],
  [/blue$/i, 'wireBlue'],
  [/^(blue|light blue|dark blue)/i, 'wireBlue'],
  [/^(violet|purple)/i, 'wireViolet'],
  [/^(grey|gray)/i, 'wireGrey'],
  [/^white/i, 'wireWhite'],
  [/^pink/i, 'wirePink'],
];

/** How a wire of a colour is drawn; one that nobody has said is grey. */
export const wireColour = (name: string): string => colour(TOKENS.find(([pattern]) => pattern.test(name))?.[1] ?? 'wireGrey');
