import { useEffect, useState } from 'react';
import { createPortal, flushSync } from 'react-dom';
import { OtherFont } from '../../panels/useTextFont';
import { usePrintFont } from '../../store/printFont';
import { useDoc } from '../../store/projectStore';
import { useProofBench } from '../../store/proofBench';
import { Sheet } from './Sheet';

/** Nothing but the page goes onto paper, without the margins of the printer's program, at its true size. */
const PRINT_ONLY = `
@page { margin: 0 }
@media screen { .printed-page { position: fixed; left: -20000px; top: 0 } }
@media print {
  body > :not(.printed-page) { display: none !important }
  html, body { background: none; height: auto; overflow: visible }
}`;

/** The page once more while the browser prints, beside the app and not within its scrolled bench. */
export function PrintedPage() {
  const kind = useProofBench((s) => s.kind);
  const doc = useDoc();
  const made = usePrintFont();
  const font = made.of === doc ? made.family : null;
  const [printing, setPrinting] = useState(false);
  useEffect(() => {
    const begin = () => flushSync(() => setPrinting(true));
    const end = () => setPrinting(false);
    addEventListener('beforeprint', begin);
    addEventListener('afterprint', end);
    return () => {
      removeEventListener('beforeprint', begin);
      removeEventListener('afterprint', end);
    };
  }, []);
  return (
    <>
      <style>{PRINT_ONLY}</style>
      {printing &&
        createPortal(
          <div className="printed-page">
            <OtherFont value={font}>
              <Sheet kind={kind} minH="297mm" leaves />
            </OtherFont>
          </div>,
          document.body,
        )}
    </>
  );
}
