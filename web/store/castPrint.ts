import { useEffect, useState } from 'react';
import type { CastPrint } from '../../core/fonts/compile/casts/castPrint';
import { compileClient } from '../workers/compileClient';
import { useWhole } from './projectStore';

/** Marks of the fonts as they would be cast now, found aside; those before while an edit is looked at. Null until then. */
export function useCastPrint(): CastPrint | null {
  const doc = useWhole();
  const [print, setPrint] = useState<CastPrint | null>(null);
  useEffect(() => {
    let asked = true;
    void compileClient.print(0).then((result) => {
      if (asked && result.ok) setPrint(result.value);
    });
    return () => {
      asked = false;
    };
  }, [doc]);
  return print;
}
