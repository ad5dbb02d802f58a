"use client";
import { closestCenter, DndContext, KeyboardSensor, PointerSensor, useSensor, useSensors } from "@dnd-kit/core";
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  verticalListSortingStrategy,
} from "@dnd-kit/sortable";
import type { Diary as DiaryData, DiaryJob } from "@/core/planning/diary";
import { dayOf, short } from "./diary-words";
import { COLUMNS, WheelRow } from "./wheel-row";

interface WheelOrderProps {
  readonly diary: DiaryData;
  readonly jobs: readonly DiaryJob[];
  readonly onOrder: (ids: readonly string[]) => void;
}

/** The wheels in the order they are worked on, each with when it can be ready; dragged, or moved by keyboard. */
export const WheelOrder = ({ diary, jobs, onOrder }: WheelOrderProps) => {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  return (
    <>
      {jobs.length === 0 && <p className="p-4 text-xl">No wheel on the bench.</p>}
      {jobs.length > 0 && (
        <div className={`${COLUMNS} sticky top-0 z-10 border-b border-rule bg-paper text-base`} aria-hidden="true">
          <span />
          <span />
          <span>wheel, next</span>
          <span className="text-right">bench left</span>
          <span className="text-right">▴ promised</span>
          <span className="text-right">ready</span>
        </div>
      )}
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={({ active, over }) => {
          if (!over || active.id === over.id) return;
          const ids = jobs.map((j) => j.id);
          onOrder(arrayMove(ids, ids.indexOf(String(active.id)), ids.indexOf(String(over.id))));
        }}
      >
        <SortableContext items={jobs.map((j) => j.id)} strategy={verticalListSortingStrategy}>
          <ul aria-label="wheels in the order they are worked on">
            {jobs.map((j) => {
              const [ready, slow] = [diary.plan.ready, diary.slow].map((all) => all.find((r) => r.id === j.id));
              const day = (r: typeof ready) =>
                r === undefined || r.day === null ? "not in sight" : short(dayOf(diary.today, r.day));
              return (
                <WheelRow
                  key={j.id}
                  job={j}
                  ready={day(ready)}
                  slow={slow?.day === ready?.day ? null : day(slow)}
                  late={ready?.late ?? null}
                  lateIfSlow={slow?.late ?? null}
                />
              );
            })}
          </ul>
        </SortableContext>
      </DndContext>
    </>
  );
};
