/** Wrong words on the command line or an input that cannot be read: told in one line, exit code 2. */
export class CliError extends Error {}

export const usage = (): string => `mando: circuits of relays, contactors and control transformers

  mando solve   CIRCUIT [at a moment] [--meter MODE --read A,B ...] [--json]
  mando run     CIRCUIT [inputs]                                    [--json]
  mando check   CIRCUIT                                             [--json]
  mando find    CIRCUIT [--measured A,B=25.6V ...] [--seen K1=out ...] [--json]
  mando convert CIRCUIT --to json|spice|schema [--hz 60] [--out FILE]
  mando devices CIRCUIT                                             [--json]
  mando backup  FILE        mando restore FILE      (DATABASE_URL)

CIRCUIT is a file, or demo: and the number of a demo circuit: demo:Q1.

  --set TC1.cooling=on     an input, from the first moment; a push button is pressed for half a second
  --power on|control|isolated   (on, unless said)
  --fault K1.coil=open     a fault, as "mando devices" lists them; 108=open for a wire. Repeat for more
  --at 200s                the moment (200s, 1500ms, 3min; 0s unless said)
  --meter vac|vdc|loz|ohm|amp   the meter's setting (vac)
  --read K1:A1,T1:C        red, black; for amp a wire number. Repeat for more
  --complaint 1            for find: which complaint of the circuit (1)

Exit codes: 0 good; 1 findings of danger, block or cannot-clear (check); 2 wrong words or input.`;
