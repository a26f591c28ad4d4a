import { useLiveQuery } from 'dexie-react-hooks';
import { projectOf } from '../../../../core/project/document/newProject';
import { stylesInOrder } from '../../../../core/project/document/queries/styles';
import { db } from '../../../persistence/db';
import { momentStore } from '../../../persistence/moments';
import { proofBench, useProofBench, type SecondLook } from '../../../store/proofBench';
import { useDoc, useProject, useWhole } from '../../../store/projectStore';
import { FileButton } from '../../../ui/FileButton';
import { GaugePart } from '../../../ui/Gauge';
import { SelectField } from '../../../ui/SelectField';

const NONE = 'none';
const FILE = 'file';
/** Two pages go beside each other on a bench of usual width when they are shown so much smaller. */
const BESIDE_CLOSER = 0.5;

/** What a page can be looked at beside, by what the choice is called. */
function useSeconds(): ReadonlyMap<string, SecondLook> {
  const doc = useDoc();
  const projectId = useProject((s) => s.projectId);
  const inHand = projectOf(doc).styleId;
  const styles = stylesInOrder(useWhole()).filter((s) => s.id !== inHand);
  const moments = useLiveQuery(() => (projectId ? momentStore(db).list(projectId) : []), [projectId]) ?? [];
  const sheets = Object.values(doc.sheets).filter((s) => s.pictureId !== null && s.kind !== 'artwork');
  return new Map<string, SecondLook>([
    ...styles.map((s) => [`style ${s.id}`, { name: s.name, font: { kind: 'style', id: s.id } }] as const),
    ...moments.map((m) => [`moment ${m.id}`, { name: m.name, font: { kind: 'moment', id: m.id } }] as const),
    ...sheets.map((s) => [`sheet ${s.id}`, { name: s.name, sheetId: s.id }] as const),
  ]);
}

/** The second look under what it is called among the choices. */
function keyOf(second: SecondLook | null): string {
  if (!second) return NONE;
  if ('sheetId' in second) return `sheet ${second.sheetId}`;
  return second.font.kind === 'file' ? FILE : `${second.font.kind} ${second.font.id}`;
}

const words = (key: string, { name }: SecondLook): string =>
  key.startsWith('sheet ')
    ? `the sheet ${name}`
    : key.startsWith('moment ')
      ? `as it was at “${name}”`
      : name;

/** Another style, an earlier moment, a font from a file or the sheet itself, beside the page or over it letter on letter. */
export function SecondPart() {
  const seconds = useSeconds();
  const { second, laid, closer } = useProofBench();
  const key = keyOf(second);
  const show = (next: SecondLook | null) =>
    proofBench.set({
      second: next,
      ...(next && closer === 1 && laid === 'beside' ? { closer: BESIDE_CLOSER } : {}),
    });
  const file = second && key === FILE ? [[FILE, second.name] as const] : [];
  return (
    <>
      <GaugePart title="Beside another" />
      <SelectField
        label="This page and"
        value={key}
        options={[
          [NONE, 'nothing else'],
          ...[...seconds].map(([k, s]) => [k, words(k, s)] as const),
          ...file,
        ]}
        onChange={(to) => to !== FILE && show(seconds.get(to) ?? null)}
      />
      <FileButton
        text="A font from a file"
        tip="OTF, TTF, WOFF or WOFF2; it stays on this machine"
        label="Font to look at beside"
        accept=".otf,.ttf,.woff,.woff2"
        onFile={(f) => show({ name: f.name, font: { kind: 'file', file: f } })}
      />
      {second && 'font' in second && (
        <SelectField
          label="It lies"
          value={laid}
          options={[
            ['beside', 'beside the page'],
            ['over', 'over it, letter on letter'],
          ]}
          onChange={(to) => proofBench.set({ laid: to, closer: to === 'over' ? 1 : BESIDE_CLOSER })}
        />
      )}
    </>
  );
}
