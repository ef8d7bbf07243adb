import type { ChoiceOf, SchoolName } from '#core/schools';

/** A school in words: the question, its choices each with its reason, and what it changes in this program. */
export interface SchoolWords<C extends string = string> {
  readonly question: string;
  readonly choices: Readonly<Record<C, { readonly words: string; readonly reason: string }>>;
  readonly changes: string;
}

/** The schools of the trade. Sources of the reasons: NEC 240.22 where named, else common practice. */
export const schoolWords: { readonly [S in SchoolName]: SchoolWords<ChoiceOf<S>> } = {
  fuseLeg: {
    question: 'Secondary fuse of a control transformer',
    choices: {
      hot: { words: 'in the hot leg', reason: 'With the common bonded, a fuse in the common misses a hot-to-frame fault (NEC 240.22).' },
      common: {
        words: 'in the common leg',
        reason: 'All return current passes one place; usual on some factory gear. Blown, it leaves every terminal live to frame.',
      },
    },
    changes: 'the fuse finding and the transformer plate',
  },
  loadReturn: {
    question: 'Return of a switched load between two hot legs',
    choices: {
      both: { words: 'both legs broken', reason: 'The load is dead when off, and one welded pole cannot keep it running.' },
      one: {
        words: 'one leg broken, the other straight through',
        reason: 'Cheaper, like for like; the load stays live when off and needs a label.',
      },
    },
    changes: 'whether a load switched in one leg is looked at',
  },
  voltFree: {
    question: 'Volt-free input beside mains',
    choices: {
      relay: {
        words: 'an interposing relay when the box is shared',
        reason: 'Mains stays out of the appliance pair whatever a label says.',
      },
      direct: {
        words: 'end switches straight to the input',
        reason: 'Fewer parts and one contact less; sound where the pair is segregated and labelled.',
      },
    },
    changes: 'what is said beside a volt-free input',
  },
  wiringOrder: {
    question: 'Wiring order',
    choices: {
      control: {
        words: 'low voltage first, returns before hots',
        reason: 'Each call proves its relay by its click while the loads are dead.',
      },
      power: { words: 'power first', reason: 'Large cables set the routing; no accidental call.' },
      function: { words: 'by function', reason: 'One function is finished and tested before the next.' },
    },
    changes: 'kept for the order of the wire list',
  },
  fanWithHeat: {
    question: 'Fan with electric heat',
    choices: {
      together: { words: 'together, or up to 10 s later where the appliance allows', reason: 'Air whenever there is heat.' },
      continuous: { words: 'always on', reason: 'Even temperature, at the price of noise and energy.' },
    },
    changes: 'whether a fan timer that lets elements run without air is looked at',
  },
  delayPlace: {
    question: 'Where a delay lives',
    choices: {
      coil: { words: 'ahead of the coil', reason: 'One timer of control rating serves any load.' },
      fan: { words: 'in the fan branch', reason: 'Only the fan waits.' },
      contactor: { words: 'on the contactor', reason: 'The delay stays with the part.' },
    },
    changes: 'kept with the job',
  },
  faultMethod: {
    question: 'Fault-finding method',
    choices: {
      best: { words: 'best next test', reason: 'Most is learnt per reading, danger and walking counted; it says why.' },
      'load-first': { words: 'load first', reason: 'One reading at the coil parts control from power.' },
      'half-split': { words: 'half-split', reason: 'Fewest readings on a long string of equal access.' },
      source: { words: 'follow from the source', reason: 'Teaches the path; good for few devices.' },
    },
    changes: 'which test Find puts first; the others stand beside it, on the same evidence',
  },
  bothThrows: {
    question: 'Both throws of one pole for two loads',
    choices: {
      allowed: { words: 'allowed', reason: 'Sound from one leg of one source.' },
      learning: { words: 'one throw only while learning', reason: 'One contact, one job, while the numbers are new.' },
    },
    changes: 'whether both throws of one pole are looked at',
  },
  changeoverFed: {
    question: 'A changeover is fed at',
    choices: {
      common: { words: 'the common: it picks a load', reason: 'One source, two loads; the throws never meet two sources.' },
      throws: { words: 'the throws: it picks a source', reason: 'Only with a part rated for source transfer.' },
    },
    changes: 'the finding where two throws are fed apart',
  },
  symbols: {
    question: 'Symbols',
    choices: {
      site: { words: 'by site: North American at 60 Hz, IEC at 50 Hz', reason: 'What hangs on the door of the panel.' },
      na: { words: 'North American', reason: 'Read by every hand on this job.' },
      iec: { words: 'IEC', reason: 'Read by every hand on this job.' },
    },
    changes: 'the path sheet',
  },
  contactName: {
    question: 'Name of a contact',
    choices: {
      rest: {
        words: 'its rest form for ever, the present state a word apart',
        reason: 'A normally open contact that is closed is still a normally open contact.',
      },
    },
    changes: 'every screen',
  },
  nearMiss: {
    question: 'Volts that nearly match',
    choices: {
      bands: {
        words: 'bands by coil kind',
        reason: 'A 240 V coil on 208 V works on the bench and chatters on a hot day: the band says so.',
      },
      equal: { words: 'only equal volts', reason: 'No judgement asked of the person at the van.' },
    },
    changes: 'whether a part with other volts in print is looked at though it works',
  },
  colour: {
    question: 'Colour of a wire',
    choices: {
      note: { words: 'a note; the terminal number rules', reason: 'Makers differ; red may be the compressor wire of a whip.' },
    },
    changes: 'colours are shown, never judged',
  },
  crankcase: {
    question: 'Crankcase heater',
    choices: {
      relay: { words: 'a relay of its own when the driver is weak', reason: 'The contactor needs no extra coil load and no auxiliary.' },
      auxiliary: { words: 'an auxiliary contact on the contactor', reason: 'One part less, where the contactor has one.' },
    },
    changes: 'kept with the job',
  },
  stop: {
    question: 'Stop function',
    choices: {
      'two-channel': {
        words: 'hard-wired, two channels, where people can be hurt',
        reason: 'One welded contact must not take the stop away.',
      },
      ordinary: { words: 'an ordinary control stop', reason: 'Where nothing that moves can hurt.' },
    },
    changes: 'kept with the job',
  },
};
