import { define, field } from '../family';

const fields = { ratedV: field.number('Rated volts', 'V', 5, 1500) };

/** What stands across a coil or a contact against the kick of opening. */
export const suppressors = {
  'diode-1': define({
    title: 'Diode',
    letter: 'V',
    group: 'load',
    terminals: ['A', 'K'],
    inputs: [],
    fields,
    parts: (plate) => [{ kind: 'diode', id: 'A-K', a: 'A', b: 'K', ratedV: plate.number('ratedV') }],
    source:
      'passes from A to K, the end with the band; 0.7 V forwards; a coil with one across it lets go about four times as late: common practice',
  }),
  'suppressor-rc': define({
    title: 'Suppressor, resistor and capacitor',
    letter: 'Z',
    group: 'load',
    terminals: ['1', '2'],
    inputs: [],
    fields: {
      ...fields,
      networkMicroFarads: field.typical('Capacitance', 'µF', 0.1, undefined, 0.01, 10),
      seriesOhms: field.typical('Resistance', 'Ω', 100, undefined, 1, 2000),
    },
    parts: (plate) => [
      {
        kind: 'capacitor',
        id: '1-2',
        a: '1',
        b: '2',
        microFarads: plate.certain('networkMicroFarads'),
        seriesOhms: plate.certain('seriesOhms'),
        ratedV: plate.number('ratedV'),
      },
    ],
    source: '0.1 µF and 100 Ω; across an open contact it leaks 4 mA at 120 V 60 Hz: arithmetic',
  }),
  'suppressor-varistor': define({
    title: 'Suppressor, varistor',
    letter: 'Z',
    group: 'load',
    terminals: ['1', '2'],
    inputs: [],
    fields,
    parts: (plate) => [{ kind: 'capacitor', id: '1-2', a: '1', b: '2', microFarads: VARISTOR_UF, ratedV: plate.number('ratedV') }],
    source: 'below its volts a capacitor of about 1 nF: common practice',
  }),
  resistor: define({
    title: 'Resistor',
    letter: 'R',
    group: 'load',
    terminals: ['1', '2'],
    inputs: [],
    fields: { ohms: field.number('Resistance', 'Ω', 0.1, 10_000_000), bearsW: field.number('Bears for good', 'W', 0.1, 10_000) },
    parts: (plate) => {
      const [ohms, watts] = [plate.number('ohms'), plate.number('bearsW')];
      const isRead = ohms !== undefined && watts !== undefined;
      return [
        {
          kind: 'load',
          id: '1-2',
          use: 'resistor',
          a: '1',
          b: '2',
          ratedV: isRead ? Math.sqrt(ohms * watts) : undefined,
          va: watts ?? 1,
          pf: 1,
          passesDc: true,
        },
      ];
    },
    source: 'bleeds a leak from an input or a charge from a capacitor; twice the watts that it turns into heat: common practice',
  }),
};

const VARISTOR_UF = 0.001;
