import type { FindAnswer } from '#core/bench';
import { Choice } from '../ui/Choice';
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

/** Of more than so many only what was said, and what is not as it should be, are buttons; the others are said from a list. */
const MOST_BUTTONS = 24;

type SightView = FindAnswer['sights'][number];

const differs = ({ healthy, actual }: SightView): boolean => actual !== null && actual !== healthy;
const stateWords = (is: boolean | null): string => (is === null ? 'not looked at' : is ? 'on' : 'not on');

interface Props {
  readonly sights: readonly SightView[];
  /** what this person has said, by tag */
  readonly said: Readonly<Record<string, boolean>>;
  readonly onSay: (sight: { readonly tag: string; readonly is: boolean }) => void;
}

/** What is seen and heard of everything that shows whether it is on: a press says that it is otherwise. */
export function Sights({ sights, said, onSay }: Props) {
  const isMany = sights.length > MOST_BUTTONS;
  const isButton = (sight: SightView): boolean => !isMany || differs(sight) || sight.tag in said;
  const turn = ({ tag, healthy, actual }: SightView): void => onSay({ tag, is: actual === null ? healthy : !actual });
  const others = sights.filter((sight) => !isButton(sight));
  return (
    <Flex gap="6px" wrap="wrap" my="8px" role="group" aria-label="What is seen and heard">
      {sights.filter(isButton).map((sight) => (
        <Sight
          key={sight.tag}
          type="button"
          data-differs={differs(sight)}
          aria-pressed={sight.actual ?? false}
          title="Press when it is otherwise"
          onClick={() => turn(sight)}
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
            const [tag, is] = target.value.split('\t');
            if (tag) onSay({ tag, is: is === 'on' });
          }}
        >
          <option value="">{others.length} others: say what is seen…</option>
          {others.map(({ tag, healthy, actual }) => (
            <optgroup key={tag} label={`${tag} ${stateWords(actual)}`}>
              {[healthy, !healthy].map((is) => (
                <option key={String(is)} value={`${tag}\t${is ? 'on' : 'off'}`}>
                  {tag} is {stateWords(is)}
                  {is === healthy ? '' : `, should be ${stateWords(healthy)}`}
                </option>
              ))}
            </optgroup>
          ))}
        </Choice>
      )}
    </Flex>
  );
}
