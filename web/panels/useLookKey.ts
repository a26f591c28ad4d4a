import { useEffect } from 'react';
import { useLooking } from '../store/underlay';
import { useBenchKey } from '../ui/benchKeys';

const look = (held: boolean) => useLooking.setState({ held });

/** V shows the font that lies beneath clearly for as long as it is held down. */
export function useLookKey(): void {
  useBenchKey('v', (e) => look(e.type === 'keydown'), { keydown: true, keyup: true });
  useEffect(() => {
    // A key that is let go in another window is never told.
    const end = () => look(false);
    window.addEventListener('blur', end);
    return () => {
      window.removeEventListener('blur', end);
      end();
    };
  }, []);
}
