import {
  closestCenter,
  type CollisionDetection,
  DndContext,
  type DragEndEvent,
  PointerSensor,
  pointerWithin,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  rectSortingStrategy,
  SortableContext,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { type CSSProperties, type ReactNode, useMemo } from 'react';

/** What makes an element a thing that is dragged to another place of its list. */
export interface Draggable {
  item: { ref(element: HTMLElement | null): void; style: CSSProperties };
  /** For the part it is dragged by. */
  grip: { ref(element: HTMLElement | null): void } & Record<string, unknown>;
}

/** Pixels from which a press is a drag and no click. */
const fromDistance = 4;

/** What the pointer is on, for things may be of any height; beside all of them, the nearest. */
const underPointer: CollisionDetection = (drag) => {
  const found = pointerWithin(drag);
  return found.length > 0 ? found : closestCenter(drag);
};

/** A list whose things are dragged to other places. What keys do for it stands beside it. */
export function SortableList({
  ids,
  isColumn = false,
  onMove,
  children,
}: {
  ids: readonly string[];
  /** One below the other; else side by side, in as many lines as they take. */
  isColumn?: boolean;
  /** Called once a thing is put down. @param to its new place, from 0. */
  onMove(id: string, to: number): void;
  children: ReactNode;
}) {
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: fromDistance } }));
  const items = useMemo(() => [...ids], [ids]);
  const putDown = ({ active, over }: DragEndEvent) => {
    if (over && over.id !== active.id) onMove(String(active.id), items.indexOf(String(over.id)));
  };
  return (
    <DndContext sensors={sensors} collisionDetection={underPointer} onDragEnd={putDown}>
      <SortableContext items={items} strategy={isColumn ? verticalListSortingStrategy : rectSortingStrategy}>
        {children}
      </SortableContext>
    </DndContext>
  );
}

export function useDraggable(id: string): Draggable {
  const { setNodeRef, setActivatorNodeRef, listeners, transform, transition, isDragging } = useSortable({
    id,
  });
  return {
    item: {
      ref: setNodeRef,
      style: {
        ...(transform && { transform: `translate(${transform.x}px, ${transform.y}px)` }),
        ...(transition && { transition }),
        ...(isDragging && { position: 'relative', zIndex: 1 }),
      },
    },
    grip: { ref: setActivatorNodeRef, ...listeners },
  };
}
