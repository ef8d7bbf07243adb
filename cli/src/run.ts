import { commands } from './commands';
import { CliError, usage } from './usage';

/** Runs one command line; what it says goes to the console. @returns the exit code */
export async function run([name = '', ...words]: readonly string[]): Promise<number> {
  try {
    if (name === '' || name === 'help' || [name, ...words].some((word) => word === '--help' || word === '-h')) {
      console.log(usage());
      return name === '' ? 2 : 0;
    }
    const command = Object.hasOwn(commands, name) ? commands[name as keyof typeof commands] : undefined;
    if (!command) throw new CliError(`There is no command "${name}". Commands: ${Object.keys(commands).join(', ')}.`);
    return await command(words);
  } catch (error) {
    if (!(error instanceof CliError)) throw error;
    console.error(`mando: ${error.message}`);
    return 2;
  }
}
