import { commands } from './commands';
import { CliError, usage } from './usage';

const [, , name = '', ...words] = process.argv;

try {
  if (name === '' || name === 'help' || name === '--help' || name === '-h') {
    console.log(usage());
    process.exit(name === '' ? 2 : 0);
  }
  const command = Object.hasOwn(commands, name) ? commands[name as keyof typeof commands] : undefined;
  if (!command) throw new CliError(`There is no command "${name}". Commands: ${Object.keys(commands).join(', ')}.`);
  process.exitCode = await command(words);
} catch (error) {
  if (!(error instanceof CliError)) throw error;
  console.error(`mando: ${error.message}`);
  process.exit(2);
}
