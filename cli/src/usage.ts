/** Wrong words on the command line or an input that cannot be read: told in one line, exit code 2. */
export class CliError extends Error {}

export const usage = (): string => `mando: circuits of relays, contactors and control transformers

  mando solve   CIRCUIT [at a moment] [--meter MODE --read A,B ...] [--json]
  mando run     CIRCUIT [inputs]                                    [--json]
  mando check   CIRCUIT                                             [--json]
  mando size    coil|contact|transformer|fuse|conductor|drop|motor|heater|driver|
                supply|snubber|resistor|lamps|life ...               [--json]
  mando fit     [PART] --in CIRCUIT --as DEVICE [--stock FILE.csv]   [--json]
  mando find    CIRCUIT [--measured A,B=25.6V ...] [--seen K1=out ...] [--json]
  mando convert CIRCUIT --to json|spice|svg|dxf|schema [--hz 60] [--out FILE]
  mando draw    CIRCUIT                                             (JSON)
  mando devices CIRCUIT                                             [--json]
  mando kinds   [WORD]                                              [--json]
  mando wires   FILE [--kind K1=contactor-2 ...] [--number --title --iec] [--out FILE.json] [--json]
  mando wires   CIRCUIT [--strips] [--out FILE.csv]                 [--json]
  mando plan    CIRCUIT [--later 4 ...]                             [--json]
  mando swap    CIRCUIT [--of CABLE|DEVICE]                         [--json]
  mando live    CIRCUIT --open Q1 [--open F2 ...]                   [--json]
  mando layout  CIRCUIT [--panel NAME] [--place]                    [--json]
  mando share   CIRCUIT K1:A1 T1:C                                  [--json]
  mando follow  CIRCUIT 101|K1:A1                                   [--json]
  mando diff    CIRCUIT CIRCUIT [--figures]                         [--json]
  mando ask     reads one question a line as JSON, answers a line each (docs/command-line.md)
  mando backup  FILE        mando restore FILE      (DATABASE_URL)

CIRCUIT is a file, or demo: and the number of a demo circuit: demo:Q1.

  --set TC1.cooling=on     an input, from the first moment; @10s from then on; a push button is pressed for half a second
  --power on|control|isolated   (on, unless said); isolated@60s turns it then. Repeat for more
  --script FILE            a deed a line: 10s TC1.cooling=on / 60s power isolated / 90s room=22; # a remark
  --fault K1.coil=open     a fault, as "mando devices" lists them; 108=open for a wire. Repeat for more
  --at 200s                the moment (200s, 1500ms, 3min; 0s unless said)
  --meter vac|vdc|loz|ohm|amp   the meter's setting (vac)
  --read K1:A1,T1:C        red, black; PE is the earth of every circuit; for amp a wire number. Repeat for more
  --complaint 1            for find: which complaint of the circuit (1)

Sizing, a few of its words:
  mando size coil --coil "208-240V 60Hz" --on "120 VAC 60"
      two halves: --coil "120/240V 60Hz" --halves series; DC: --polarized --reversed; latching: --pulse --stays
  mando size contact --load motor --amps 17.6 --inrush 96 --volts 240 --motor 30 --locked 150 --rated 600
  mando size transformer --va 40 --held 7.5+3.6+1.4 --inrush 36
  mando size fuse --va 20 --primary 240 --secondary 24 --fuse 3 --leg hot
  mando size conductor --size 10awg --amps 26        mando size drop --size 18awg --length 150ft --inrush 33 --volts 24
  mando size motor --hp 3 --volts 208 --phases 3     mando size heater --watts 5000 --rated 240 --volts 208
  mando size driver --kind triac --coil "24 VAC 60" --held 7.5 --inrush 36
  mando size motor --kw 4 --volts 400 --phases 3 --iec     (IEC frame; without --iec the NEMA size)
  mando size conductor --amps 26 --ambient 45C --carrying 6 --insulation 90 --terminal 75
  mando size snubber --microfarads 0.1 --volts 120 --amps 0.05
  mando size supply --watts 5 --amps 0.5 --volts 24       mando size lamps --unit 0.5 --unitpeak 30 --lamp 10 --peak 120
  mando size life --starts 6                       mando size life --chatter 2

Exit codes: 0 good; 1 findings of danger, block or cannot-clear (check); 2 wrong words or input.`;
