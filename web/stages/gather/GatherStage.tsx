import { useSearchParams } from 'react-router';
import { GridBench } from './grid/GridBench';
import { PracticeDesk } from './PracticeDesk';
import { SheetsDesk } from './SheetsDesk';
import { TemplateDesk } from './TemplateDesk';
import { WriteBench } from './write/WriteBench';

/** What is being done at the table, in the URL, so that Back works. */
function useDoing(): [string | null, (what: string | null) => void] {
  const [search, setSearch] = useSearchParams();
  const set = (what: string | null) =>
    setSearch((now) => {
      const next = new URLSearchParams(now);
      if (what === null) next.delete('do');
      else next.set('do', what);
      return next;
    });
  return [search.get('do'), set];
}

/** Sheets on the table, or one of the ways to make some. */
export function GatherStage() {
  const [doing, setDoing] = useDoing();
  const table = { doing, setDoing };
  if (doing === 'write') return <WriteBench onClose={() => setDoing(null)} />;
  if (doing === 'grid') return <GridBench onClose={() => setDoing(null)} />;
  if (doing === 'practice') return <PracticeDesk {...table} />;
  if (doing === 'template') return <TemplateDesk {...table} />;
  return <SheetsDesk {...table} />;
}
