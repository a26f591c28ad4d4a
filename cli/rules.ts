import { readRuleFile } from '../core/fonts/features/ruleFile';
import { setRules } from '../core/project/document/commands/features/rules';
import { edit } from '../core/project/document/inStep/edit';
import type { Doc } from '../core/project/document/schema';
import { readBytes } from './files';
import { valueOrPrint } from './telling';

/** The project with the rules of a file in place of its own; as it is without a file, null after problems were printed. */
export function withRules(doc: Doc, path: string | undefined): Doc | null {
  if (path === undefined) return doc;
  const bytes = valueOrPrint(readBytes(path), path);
  const rules = bytes && valueOrPrint(readRuleFile(doc, new TextDecoder().decode(bytes)), path);
  if (!rules) return null;
  const diff = setRules(doc, rules);
  return diff ? edit(doc, diff).doc : doc;
}
