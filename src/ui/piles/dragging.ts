/**
 * Lines that are dragged: to another place by hand, or onto another pile. The package does the dragging; here
 * is what is dragged and what comes of it. Loaded when a pile is shown, not before.
 */
import { combine } from '@atlaskit/pragmatic-drag-and-drop/combine';
import {
  draggable,
  dropTargetForElements,
  monitorForElements,
} from '@atlaskit/pragmatic-drag-and-drop/element/adapter';
import {
  attachClosestEdge,
  type Edge,
  extractClosestEdge,
} from '@atlaskit/pragmatic-drag-and-drop-hitbox/closest-edge';

const [LINE, PILE] = ['legendum-line', 'legendum-pile'];

/** A line that can be dragged by its handle and, where the order is by hand, dropped before or after. */
export function lineOf(
  element: HTMLElement,
  handle: Element,
  { id, placed, edge }: { id: string; placed: boolean; edge: (at: Edge | null) => void },
): () => void {
  const see = ({ self }: { self: { data: Record<string, unknown> } }) =>
    edge(placed ? extractClosestEdge(self.data) : null);
  return combine(
    draggable({ element, dragHandle: handle, getInitialData: () => ({ is: LINE, id }) }),
    dropTargetForElements({
      element,
      canDrop: ({ source }) => placed && source.data.is === LINE,
      getData: ({ input }) =>
        attachClosestEdge({ is: LINE, id }, { element, input, allowedEdges: ['top', 'bottom'] }),
      onDragEnter: see,
      onDrag: see,
      onDragLeave: () => edge(null),
      onDrop: () => edge(null),
    }),
  );
}
/** A pile that lines are dropped on. */
export const pileTarget = (element: HTMLElement, id: string, over: (is: boolean) => void): (() => void) =>
  dropTargetForElements({
    element,
    canDrop: ({ source }) => source.data.is === LINE,
    getData: () => ({ is: PILE, id }),
    onDragEnter: () => over(true),
    onDragLeave: () => over(false),
    onDrop: () => over(false),
  });

export interface Dropped {
  /** The line that was dragged. */
  readonly id: string;
  readonly onto: { readonly line: string; readonly edge: 'before' | 'after' } | { readonly pile: string };
}
/** Told once for each line that was let go over something. */
export const watchDrops = (told: (dropped: Dropped) => void): (() => void) =>
  monitorForElements({
    canMonitor: ({ source }) => source.data.is === LINE,
    onDrop: ({ source, location }) => {
      const [target] = location.current.dropTargets;
      if (!target || typeof source.data.id !== 'string' || typeof target.data.id !== 'string') return;
      if (target.data.is === PILE) told({ id: source.data.id, onto: { pile: target.data.id } });
      else
        told({
          id: source.data.id,
          onto: {
            line: target.data.id,
            edge: extractClosestEdge(target.data) === 'top' ? 'before' : 'after',
          },
        });
    },
  });
