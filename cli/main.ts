import { EXIT, UsageError } from './arguments';
import { USAGE } from './usage';

interface Command {
  readonly run: (argv: string[]) => number | Promise<number>;
  readonly help: string;
}

/** Commands by name, each loaded when it is called. */
const COMMANDS: Readonly<Record<keyof typeof USAGE, () => Promise<Command>>> = {
  trace: () => import('./commands/trace').then((c) => ({ run: c.runTrace, help: c.traceHelp })),
  lift: () => import('./commands/lift').then((c) => ({ run: c.runLift, help: c.liftHelp })),
  sheet: () => import('./commands/sheet').then((c) => ({ run: c.runSheet, help: c.sheetHelp })),
  clean: () => import('./commands/clean').then((c) => ({ run: c.runClean, help: c.cleanHelp })),
  fit: () => import('./commands/fit').then((c) => ({ run: c.runFit, help: c.fitHelp })),
  features: () => import('./commands/features').then((c) => ({ run: c.runFeatures, help: c.featuresHelp })),
  family: () => import('./commands/family').then((c) => ({ run: c.runFamily, help: c.familyHelp })),
  colours: () => import('./commands/colours').then((c) => ({ run: c.runColours, help: c.coloursHelp })),
  build: () => import('./commands/build').then((c) => ({ run: c.runBuild, help: c.buildHelp })),
  import: () => import('./commands/import').then((c) => ({ run: c.runImport, help: c.importHelp })),
  check: () => import('./commands/check').then((c) => ({ run: c.runCheck, help: c.checkHelp })),
  compare: () => import('./commands/compare').then((c) => ({ run: c.runCompare, help: c.compareHelp })),
  word: () => import('./commands/word').then((c) => ({ run: c.runWord, help: c.wordHelp })),
  demo: () => import('./commands/demo').then((c) => ({ run: c.runDemo, help: c.demoHelp })),
  app: () => import('./commands/app').then((c) => ({ run: c.runApp, help: c.appHelp })),
};

const isCommand = (name: string): name is keyof typeof USAGE => Object.hasOwn(COMMANDS, name);

const usage = () =>
  `Orthoglyph on the command line. Each command explains itself with --help.\n\n${Object.values(USAGE).join('\n')}\n`;

/** Runs one command. Exit code: 0 done, 1 a problem with the input, 2 wrong usage. */
export async function main(argv: string[]): Promise<number> {
  const [name, ...rest] = argv;
  if (name === undefined || !isCommand(name)) {
    const asked = name === undefined || name === '--help' || name === 'help';
    (asked && name ? process.stdout : process.stderr).write(
      asked ? usage() : `There is no command "${name}".\n\n${usage()}`,
    );
    return asked && name ? EXIT.ok : EXIT.usage;
  }
  const command = await COMMANDS[name]();
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
