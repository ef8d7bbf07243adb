import type {
  Box as ChakraBox,
  Flex as ChakraFlex,
  chakra,
  RecipeDefinition,
  RecipeVariantRecord,
  SystemStyleObject,
} from '@chakra-ui/react';
import createEmotion, { type CSSInterpolation } from '@emotion/css/create-instance';
import { createElement, type ElementType } from 'react';
import { system } from './theme';

const { css: classFor } = createEmotion({ key: 'mando' });

type Recipe = RecipeDefinition<RecipeVariantRecord>;
type Given = Readonly<Record<string, unknown>>;

/**
 * An element with the styles of a recipe and the style props of the library. A look is worked out once, when it is first asked for, and is a
 * class from then on: an element that is drawn again costs little more than a plain one.
 */
function made(tag: ElementType, recipe: Recipe = {}, names: Readonly<Record<string, string>> = {}) {
  const cva = system.cva(recipe);
  const variants = new Set<string>(cva.variantKeys);
  const classes = new Map<string, string>();
  function classOf(look: Given): string {
    const key = JSON.stringify(look);
    const known = classes.get(key);
    if (known !== undefined) return known;
    const { css: own, ...props } = look;
    const these = (isVariant: boolean) => Object.fromEntries(Object.entries(props).filter(([prop]) => variants.has(prop) === isVariant));
    const styles = [cva(these(true)), ...[own ?? []].flat(), these(false)] as SystemStyleObject[];
    const found = classFor(system.css(...styles) as CSSInterpolation);
    classes.set(key, found);
    return found;
  }
  // biome-ignore lint/correctness/noComponentHookFactories: as the library's own factory, called once for each component when its file is read
  return function Styled({ as = tag, className, ...props }: { readonly as?: ElementType; readonly className?: string }) {
    const look: Record<string, unknown> = {};
    const rest: Record<string, unknown> = {};
    for (const [prop, value] of Object.entries(props)) {
      const name = names[prop] ?? prop;
      const isLook = name === 'css' || variants.has(name) || (name !== 'children' && system.isValidProperty(name));
      if (isLook) look[name] = value;
      else rest[name] = value;
    }
    const own = classOf(look);
    return createElement(as, { ...rest, className: className ? `${className} ${own}` : own });
  };
}

/** As the library's factory of the same use. */
export const styled = made as unknown as typeof chakra;
export const Box = made('div') as unknown as typeof ChakraBox;
/** The short names of what a row of boxes is asked for. */
const FLEX_NAMES = { direction: 'flexDirection', align: 'alignItems', justify: 'justifyContent', wrap: 'flexWrap' };
export const Flex = made('div', { base: { display: 'flex' } }, FLEX_NAMES) as unknown as typeof ChakraFlex;
