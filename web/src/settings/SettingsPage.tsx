import { Link } from 'react-router';
import { Outside } from '../frame/Outside';
import { useJobsQuery } from '../store/server';
import { LINES, type Settings, settingsSlice, THEMES } from '../store/settings';
import { useAppDispatch, useAppSelector } from '../store/store';
import { Heading, Label, Row } from '../ui/parts';
import { Segments } from '../ui/Segments';
import { Box } from '../ui/styled';

const THEME_WORDS = { system: 'As the system', light: 'Light', dark: 'Dark' } as const;
const LINE_WORDS = { lying: 'Lying', standing: 'Standing' } as const;

/** What this browser shows and how it is worked; and the way to what each job has chosen. */
export default function SettingsPage() {
  const dispatch = useAppDispatch();
  const { theme, lines, singleKeys, isHinted } = useAppSelector((state) => state.settings);
  const { data: jobs } = useJobsQuery();
  const choose = (chosen: Partial<Settings>) => dispatch(settingsSlice.actions.chosen(chosen));
  return (
    <Outside title="Settings" width="760px">
      <Heading as="h1" fontSize="22px">
        Settings
      </Heading>
      <Label as="h2">This browser</Label>
      <Setting
        name="Theme"
        about="Dark is for night work; both hold the same contrast."
        value={theme}
        choices={THEMES.map((value) => ({ value, words: THEME_WORDS[value] }))}
        onChoose={(next) => choose({ theme: next })}
      />
      <Setting
        name="Lines of the sheet"
        about="Lying: rails left and right, line under line, as ladders are drawn. Standing: potentials above and below, path beside path, as IEC practice likes."
        value={lines}
        choices={LINES.map((value) => ({ value, words: LINE_WORDS[value] }))}
        onChoose={(next) => choose({ lines: next })}
      />
      <Setting
        name="Single-letter keys on the sheet"
        about="R, B, N, T, F, / and ?. Off: arrows, Space, Enter and keys with Ctrl still work."
        value={singleKeys ? 'on' : 'off'}
        choices={[
          { value: 'on', words: 'On' },
          { value: 'off', words: 'Off' },
        ]}
        onChoose={(next) => choose({ singleKeys: next === 'on' })}
      />
      <Setting
        name="First steps beside the sheet"
        about="Each goes as it is done."
        value={isHinted ? 'off' : 'on'}
        choices={[
          { value: 'on', words: 'Show' },
          { value: 'off', words: 'Hide' },
        ]}
        onChoose={(next) => choose({ isHinted: next === 'off' })}
      />
      <Label as="h2">Each job</Label>
      <Box fontSize="14px" mb="4px">
        Rules, units, symbols and working values are the job’s, the same for all who work on it. Numbers carry three figures and their unit;
        a comma or a point is read as you type it.
      </Box>
      {jobs?.map(({ id, title }) => (
        <Row key={id}>
          <Box flex="1">{title}</Box>
          <Link to={`/jobs/${id}/practice`}>Job practice</Link>
        </Row>
      ))}
    </Outside>
  );
}

interface SettingProps<V extends string> {
  readonly name: string;
  readonly about: string;
  readonly value: V;
  readonly choices: readonly { readonly value: V; readonly words: string }[];
  readonly onChoose: (value: V) => void;
}

/** A setting: what it is about, and its positions. */
const Setting = <V extends string>({ name, about, value, choices, onChoose }: SettingProps<V>) => (
  <Row flexWrap="wrap">
    <Box flex="1 1 240px">
      {name}
      <Box color="muted" fontSize="13px">
        {about}
      </Box>
    </Box>
    <Segments label={name} value={value} choices={choices} onChoose={onChoose} on="paper" />
  </Row>
);
