import type { FindAnswer } from '#core/bench';
import { Choice, MOST_BUTTONS } from '../ui/Choice';
import { Flex, styled } from '../ui/styled';

const Sight = styled('button', {
  base: {
    fontFamily: 'label',
    fontWeight: 600,
    fontSize: '13px',
    px: '10px',
    minH: '30px',
    border: '1px solid',
    borderColor: 'hairline',
    borderRadius: '4px',
    bg: 'sheet',
    color: 'muted',
    cursor: 'pointer',
    '&[data-differs=true]': { bg: 'lookTint', color: 'ink', borderColor: 'look' },
    '@media (max-width: 700px)': { minH: '44px' },
  },
});

type SightView = FindAnswer['sights'][number];

const differs = ({ healthy, actual }: SightView): boolean => actual !== null && actual !== healthy;
const stateWords = (is: boolean | null): string => (is === null ? 'not looked at' : is ? 'on' : 'not on');

interface Props {
  readonly sights: readonly SightView[];
  /** what this person has said, by tag */
  readonly said: Readonly<Record<string, boolean>>;
  readonly onSay: (sight: { readonly tag: string; readonly is: boolean }) => void;
}

/**
 * What is seen and heard of everything that shows whether it is on: a press says that it is otherwise. Of many, what was said and what is not as
 * it should be are buttons; the others are said from a list.
 */
export function Sights({ sights, said, onSay }: Props) {
  const isMany = sights.length > MOST_BUTTONS;
  const isButton = (sight: SightView): boolean => !isMany || differs(sight) || sight.tag in said;
  const others = sights.filter((sight) => !isButton(sight));
  // as it should be, and otherwise
  const sayings = others.flatMap(({ tag, healthy }) => [healthy, !healthy].map((is) => ({ tag, is, healthy })));
  return (
    <Flex gap="6px" wrap="wrap" my="8px" role="group" aria-label="What is seen and heard">
      {sights.filter(isButton).map((sight) => (
        <Sight
          key={sight.tag}
          type="button"
          data-differs={differs(sight)}
          aria-pressed={sight.actual ?? false}
          title="Press when it is otherwise"
          onClick={() => onSay({ tag: sight.tag, is: sight.actual === null ? sight.healthy : !sight.actual })}
        >
          {sight.tag} {stateWords(sight.actual)}
          {differs(sight) ? `, should be ${stateWords(sight.healthy)}` : ''}
        </Sight>
      ))}
      {others.length > 0 && (
        <Choice
          aria-label="Say what is seen of another"
          value=""
          onChange={({ target }) => {
            const saying = sayings[Number(target.value)];
            if (saying) onSay({ tag: saying.tag, is: saying.is });
          }}
        >
          <option value="">{others.length} others: say what is seen…</option>
          {sayings.map(({ tag, is, healthy }, index) => (
            <option key={`${tag} ${is}`} value={index}>
              {tag} is {stateWords(is)}
              {is === healthy ? '' : `, should be ${stateWords(healthy)}`}
            </option>
          ))}
        </Choice>
      )}
    </Flex>
  );
}
