import { Box } from '@chakra-ui/react';
import { Link } from 'react-router';
import { Outside } from '../frame/Outside';
import { useJobsQuery } from '../store/server';
import { LINES, type Settings, settingsSlice, THEMES } from '../store/settings';
import { useAppDispatch, useAppSelector } from '../store/store';
import { Heading, Label, Row } from '../ui/parts';
import { Segments } from '../ui/Segments';

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
      <Row>
        <Box flex="1">
          Theme
          <Box color="muted" fontSize="13px">
            Dark is for night work; both hold the same contrast.
          </Box>
        </Box>
        <Segments
          label="Theme"
          value={theme}
          choices={THEMES.map((value) => ({ value, words: THEME_WORDS[value] }))}
          onChoose={(next) => choose({ theme: next })}
          on="paper"
        />
      </Row>
      <Row>
        <Box flex="1">
          Lines of the sheet
          <Box color="muted" fontSize="13px">
            Lying: rails left and right, line under line, as ladders are drawn. Standing: potentials above and below, path beside path, as
            IEC practice likes.
          </Box>
        </Box>
        <Segments
          label="Lines of the sheet"
          value={lines}
          choices={LINES.map((value) => ({ value, words: LINE_WORDS[value] }))}
          onChoose={(next) => choose({ lines: next })}
          on="paper"
        />
      </Row>
      <Row>
        <Box flex="1">
          Single-letter keys on the sheet
          <Box color="muted" fontSize="13px">
            R, B, N, T, F and ?. Off: arrows, Space, Enter and keys with Ctrl still work.
          </Box>
        </Box>
        <Segments
          label="Single-letter keys on the sheet"
          value={singleKeys ? 'on' : 'off'}
          choices={[
            { value: 'on', words: 'On' },
            { value: 'off', words: 'Off' },
          ]}
          onChoose={(next) => choose({ singleKeys: next === 'on' })}
          on="paper"
        />
      </Row>
      <Row>
        <Box flex="1">
          First steps beside the sheet
          <Box color="muted" fontSize="13px">
            Each goes as it is done.
          </Box>
        </Box>
        <Segments
          label="First steps beside the sheet"
          value={isHinted ? 'off' : 'on'}
          choices={[
            { value: 'on', words: 'Show' },
            { value: 'off', words: 'Hide' },
          ]}
          onChoose={(next) => choose({ isHinted: next === 'off' })}
          on="paper"
        />
      </Row>
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
