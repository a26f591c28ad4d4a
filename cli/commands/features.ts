import { explainFont } from '../../core/fonts/compile/explainFont';
import { rulesOf } from '../../core/project/document/queries/rulesOf';
import { writeRuleFile } from '../../core/fonts/features/ruleFile';
import { picturesOf } from '../../core/project/archive/readProject';
import { writeProjectFile } from '../../core/project/archive/writeProject';
import { projectOf } from '../../core/project/document/newProject';
import { EXIT, readArguments } from '../arguments';
import { oneProject } from '../project';
import { writeOutputs } from '../outputs';
import { withRules } from '../rules';
import { USAGE } from '../usage';

export const featuresHelp = `${USAGE.features}

Says in plain words what a project's font does with its letters: ligatures, drawings that take turns, sets, languages, kerning.
  --rules FILE      rules in place of the project's: {"rules": [{"kind": "turns", "within": 5}, ...]}, glyphs by their names;
                    kinds: ligature, exchange, turns, ends, bounce, beside, language (docs/guide/features.md)
  --out FILE        the project with these rules
  --json FILE       the project's rules in the same form
  --text FILE       all of it as features text, as other font programs read it
`;

export async function runFeatures(argv: string[]): Promise<number> {
  const { values, positionals } = readArguments(argv, {
    rules: { type: 'string' },
    out: { type: 'string' },
    json: { type: 'string' },
    text: { type: 'string' },
  });
  const opened = oneProject(positionals);
  const doc = opened && withRules(opened.doc, values.rules);
  if (!doc) return EXIT.input;
  const { styleId } = projectOf(doc);
  const { told, text } = explainFont(doc, styleId);
  for (const { tag, unasked, text: said } of told)
    process.stdout.write(`${tag}${unasked ? '' : ' (when asked for)'}  ${said}\n`);
  return writeOutputs([
    [values.out, () => writeProjectFile(doc, picturesOf(opened))],
    [values.json, () => writeRuleFile(doc, rulesOf(doc, styleId))],
    [values.text, () => text],
  ]);
}
