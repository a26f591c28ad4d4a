import { NativeSelect } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import { lackingIn } from '../../../core/fonts/compile/textRuns';
import { ToGather } from '../../panels/ToGather';
import { ScrolledBench } from '../../canvas/ScrolledBench';
import { drawnGlyphs } from '../../store/selectors';
import { proofBench, useProofBench } from '../../store/proofBench';
import { makePrintFont } from '../../store/printFont';
import { currentSession, useDoc } from '../../store/projectStore';
import { Bench, EmptyBench } from '../../ui/Bench';
import { InkButton } from '../../ui/InkButton';
import { ComparePage } from './ComparePage';
import { ProofGauge } from './gauge/ProofGauge';
import { ownPageOf } from './OwnPage';
import { PrintedPage } from './PrintedPage';
import { PROOF_GROUPS, proofOf } from './proofPages';
import { PageWithSecond } from './SecondSheet';

/** The kind that isn’t a page to look at but a font beside another. */
const COMPARE = 'compare';

function PageChoice({ kind }: { readonly kind: string }) {
  return (
    <NativeSelect.Root size="sm" w="15rem">
      <NativeSelect.Field
        aria-label="Page of the proof"
        bg="sheet"
        borderColor="rule"
        value={kind === COMPARE ? COMPARE : proofOf(kind).kind}
        onChange={(e) => proofBench.show(e.target.value)}
      >
        {kind === COMPARE && <option value={COMPARE}>Beside another version or font</option>}
        {PROOF_GROUPS.map(([group, kinds]) => (
          <optgroup key={group} label={group}>
            {kinds.map((k) => (
              <option key={k.kind} value={k.kind}>
                {k.name}
              </option>
            ))}
          </optgroup>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}

/** Prints the page, after the font that goes along was made. */
async function printPage(): Promise<void> {
  const session = currentSession();
  if (session) await makePrintFont(session);
  window.print();
}

function Actions({ kind }: { readonly kind: string }) {
  const typing = useProofBench((s) => s.typing);
  const comparing = kind === COMPARE;
  return (
    <>
      <PageChoice kind={kind} />
      {!comparing && kind !== 'own' && (
        <InkButton
          tip={
            typing
              ? 'A press takes a letter in hand again'
              : 'Type other words in the place of those that stand there'
          }
          aria-pressed={typing}
          onClick={() => proofBench.set({ typing: !typing })}
        >
          Type on it
        </InkButton>
      )}
      {!comparing && (
        <InkButton
          tip="On paper or as a PDF, at its true size; the font goes along within"
          onClick={() => void printPage()}
        >
          Print
        </InkButton>
      )}
      <InkButton
        tip="What changed since an earlier version, or beside another font"
        main={comparing}
        aria-pressed={comparing}
        onClick={() => proofBench.show(COMPARE)}
      >
        Compare
      </InkButton>
    </>
  );
}

/** The page on its ground, larger or smaller than it is, scrolled to where it was. */
function Page({ kind }: { readonly kind: string }) {
  const closer = useProofBench((s) => s.closer);
  const second = useProofBench((s) => s.second !== null && s.laid === 'beside');
  return (
    <ScrolledBench
      label="The page"
      ground="sunk"
      size={closer}
      least={0.25}
      most={8}
      usual={1}
      onSize={(size) => proofBench.set({ closer: size })}
      kept={useProofBench.getState().scroll}
      onScroll={(scroll) => proofBench.set({ scroll })}
      key={kind}
    >
      <div
        style={{
          zoom: closer,
          width: 'fit-content',
          maxWidth: closer > 1 || second ? undefined : '100%',
          margin: '24px auto',
        }}
      >
        <PageWithSecond kind={kind} minH="70vh" />
      </div>
    </ScrolledBench>
  );
}

/** Characters of the page that the font hasn’t: of one’s own text, or what stands framed on the page. */
function useLacking(kind: string): readonly string[] {
  const doc = useDoc();
  const ownId = useProofBench((s) => s.ownId);
  const typing = useProofBench((s) => s.typing);
  const [framed, setFramed] = useState<readonly string[]>([]);
  useEffect(() => {
    const missing = document.querySelectorAll<HTMLElement>('main [data-proof] [data-missing]');
    const typed = document.querySelectorAll<HTMLTextAreaElement>('main [data-proof] textarea');
    const texts = [...typed].map((e) => e.value);
    setFramed([
      ...new Set([...[...missing].map((e) => e.dataset.missing ?? ''), ...lackingIn(doc, texts.join('\n'))]),
    ]);
  }, [doc, kind, typing]);
  return kind === 'own' ? lackingIn(doc, ownPageOf(doc, ownId).text) : framed;
}

/** Pages of real typesetting in the font as compiled; any letter leads to where it is made. */
export function ProofStage() {
  const doc = useDoc();
  const kind = useProofBench((s) => s.kind);
  const lacking = useLacking(kind);
  useEffect(() => proofBench.set({ cameFrom: false }), []);
  if (drawnGlyphs(doc).length === 0)
    return <EmptyBench way={<ToGather />}>Here the font is tried in words, once it has letters.</EmptyBench>;
  return (
    <>
      <Bench actions={<Actions kind={kind} />}>
        {kind === COMPARE ? <ComparePage /> : <Page kind={kind} />}
      </Bench>
      <ProofGauge kind={kind} lacking={lacking} />
      {kind !== COMPARE && <PrintedPage />}
    </>
  );
}
