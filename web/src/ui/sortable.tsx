import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { GripVertical } from 'lucide-react';
import type { ReactNode } from 'react';

/** A list whose order is changed by dragging, or by keyboard: Space takes a row, arrows move it, Space lays it down. */
export function Sortable({
  label,
  of,
  onOrder,
}: {
  label: string;
  of: readonly { id: string; shown: ReactNode }[];
  onOrder(ids: string[]): void;
}) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const ids = of.map(({ id }) => id);
  const ended = ({ active, over }: DragEndEvent) => {
    if (over && active.id !== over.id)
      onOrder(arrayMove(ids, ids.indexOf(String(active.id)), ids.indexOf(String(over.id))));
  };
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={ended}>
      <SortableContext items={ids} strategy={verticalListSortingStrategy}>
        <ol aria-label={label} className="border-t border-line">
          {of.map(({ id, shown }) => (
            <SortableRow key={id} id={id}>
              {shown}
            </SortableRow>
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  );
}

function SortableRow({ id, children }: { id: string; children: ReactNode }) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id,
  });
  return (
    <li
      ref={setNodeRef}
      style={{ transform: transform ? `translateY(${transform.y}px)` : undefined, transition }}
      className={`flex min-h-9 items-center gap-2 border-b border-line ${isDragging ? 'relative z-10 bg-wash' : 'bg-paper'}`}
    >
      <button
        ref={setActivatorNodeRef}
        type="button"
        aria-label={`Move ${id}`}
        className="flex min-h-8 min-w-6 cursor-grab items-center justify-center text-ink2"
        {...attributes}
        {...listeners}
      >
        <GripVertical size={14} aria-hidden="true" />
      </button>
      <div className="min-w-0 flex-1">{children}</div>
    </li>
  );
}
