import { type Contour, type Node } from '../../foundations/geometry/contour';
import { distance, sub, add } from '../../foundations/geometry/vec';
import { withNodes } from './edges';

/** Points that lie closer together than this are one, em units: a person can't have meant two. */
export const NEARLY_SAME_EM = 1.5;

/** Neighbouring points at nearly the same place made one, between them; locked segments stay. */
export function mergeDuplicates(c: Contour, reach = NEARLY_SAME_EM): Contour {
  const nodes: Node[] = [...c.nodes];
  for (let i = 0; i < nodes.length && nodes.length > 2;) {
    const j = i + 1 < nodes.length ? i + 1 : c.closed ? 0 : -1;
    const [a, b] = [nodes[i]!, nodes[j]];
    if (!b || a.locked || distance(a, b) >= reach) {
      i++;
      continue;
    }
    const at = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
    const moved = (n: Node, h: Node['in']) => h && add(h, sub(at, n));
    const kind = a.kind === b.kind ? a.kind : 'corner';
    const one: Node = { ...b, ...at, in: moved(a, a.in), out: moved(b, b.out), kind };
    nodes[i] = one;
    nodes.splice(j, 1);
    if (j < i) i--;
  }
  return nodes.length === c.nodes.length ? c : withNodes(c, nodes);
}
