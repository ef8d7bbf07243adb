/** What is said at each step of the work, beside the hand that does it. Sources named where a rule stands behind it. */
export const CAUTIONS: readonly { readonly when: string; readonly say: string }[] = [
  {
    when: 'Before opening',
    say: 'Know every supply: line, control, a second feed. Open, lock, tag, keep the key. Prove the tester, prove dead between poles and to earth, prove the tester again.',
  },
  { when: 'Before touching', say: 'Let capacitors go: through a resistor of 10 to 20 kΩ, then measure under 50 V, then 0.' },
  {
    when: 'Live readings',
    say: 'Only where the reading needs it: one hand, guarded probes, a meter rated for the place, dress as the site demands. Never on damaged gear.',
  },
  { when: 'Ohms', say: 'Never on a live circuit. One lead lifted.' },
  {
    when: 'Mixed volts in one box',
    say: 'Insulate every conductor for the highest volts there (NEC 300.3(C)); keep class 2 apart by a barrier or distance (NEC 725.136, from memory); IEC 60364-4-41 for extra-low beside mains.',
  },
  { when: 'Volt-free input', say: 'No other source, ever. Measure both wires to earth and to each other before they are joined.' },
  { when: 'Limits and safety', say: 'Never bridged, set up or left out. A test jumper is timed, watched, tagged and taken out.' },
  {
    when: 'Changing a coil or relay',
    say: 'Read the volts on the coil itself and compare them with the measured control volts; photograph the wires; covers back.',
  },
  { when: 'Before power', say: 'Torque and tug; test for a short from hot to common; loads off; one stage at a time; cover on.' },
  { when: 'After', say: 'Prove each call, limit and stop; put labels and drawing right; note what changed.' },
  {
    when: 'Parts that bite',
    say: 'A test lever starts the load. A one-pole contactor leaves its load live. Mercury types stand upright and are hazardous waste.',
  },
  {
    when: 'People',
    say: 'Work within licence and local code; a permit where one is asked; a second person for live work. A burnt smell or arcing: isolate first.',
  },
];
