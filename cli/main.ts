import { appHelp, runApp } from './commands/app';
import { buildHelp, runBuild } from './commands/build';
import { checkHelp, runCheck } from './commands/check';
import { cleanHelp, runClean } from './commands/clean';
import { coloursHelp, runColours } from './commands/colours';
import { compareHelp, runCompare } from './commands/compare';
import { demoHelp, runDemo } from './commands/demo';
import { familyHelp, runFamily } from './commands/family';
import { featuresHelp, runFeatures } from './commands/features';
import { fitHelp, runFit } from './commands/fit';
import { importHelp, runImport } from './commands/import';
import { liftHelp, runLift } from './commands/lift';
import { runSheet, sheetHelp } from './commands/sheet';
import { runTrace, traceHelp, traceShare } from './commands/trace';
import { runWord, wordHelp } from './commands/word';
import { EXIT, UsageError } from './arguments';

/** For the threads that `trace` starts. */
export { traceShare };

interface Command {
  readonly run: (argv: string[]) => number | Promise<number>;
  readonly help: string;
}
const COMMANDS = new Map<string, Command>([
  ['trace', { run: runTrace, help: traceHelp }],
  ['lift', { run: runLift, help: liftHelp }],
  ['sheet', { run: runSheet, help: sheetHelp }],
  ['clean', { run: runClean, help: cleanHelp }],
  ['fit', { run: runFit, help: fitHelp }],
  ['features', { run: runFeatures, help: featuresHelp }],
  ['family', { run: runFamily, help: familyHelp }],
  ['colours', { run: runColours, help: coloursHelp }],
  ['build', { run: runBuild, help: buildHelp }],
  ['import', { run: runImport, help: importHelp }],
  ['check', { run: runCheck, help: checkHelp }],
  ['compare', { run: runCompare, help: compareHelp }],
  ['word', { run: runWord, help: wordHelp }],
  ['demo', { run: runDemo, help: demoHelp }],
  ['app', { run: runApp, help: appHelp }],
]);

const usage = () =>
  `Orthoglyph on the command line. Each command explains itself with --help.\n\n${[...COMMANDS.values()]
    .map((c) => c.help.split('\n')[0])
    .join('\n')}\n`;

/** Runs one command. Exit code: 0 done, 1 a problem with the input, 2 wrong usage. */
export async function main(argv: string[]): Promise<number> {
  const [name, ...rest] = argv;
  const command = name === undefined ? undefined : COMMANDS.get(name);
  if (!command) {
    const asked = name === undefined || name === '--help' || name === 'help';
    (asked && name ? process.stdout : process.stderr).write(
      asked ? usage() : `There is no command "${name}".\n\n${usage()}`,
    );
    return asked && name ? EXIT.ok : EXIT.usage;
  }
  if (rest.includes('--help')) {
    process.stdout.write(command.help);
    return EXIT.ok;
  }
  try {
    return await command.run(rest);
  } catch (error) {
    if (!(error instanceof UsageError)) throw error;
    process.stderr.write(`${error.message}\n\n${command.help}`);
    return EXIT.usage;
  }
}
