"use client";
import {
  type Announcements,
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  type UniqueIdentifier,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  verticalListSortingStrategy,
} from "@dnd-kit/sortable";
import { dayWords } from "@/core/planning/day-words";
import type { Diary as DiaryData, DiaryJob } from "@/core/planning/diary";
import { dayOf } from "./diary-words";
import { COLUMNS, WheelRow } from "./wheel-row";

interface WheelOrderProps {
  readonly diary: DiaryData;
  readonly jobs: readonly DiaryJob[];
  readonly onOrder: (ids: readonly string[]) => void;
}

const INSTRUCTIONS = {
  draggable:
    "Space or Enter takes the wheel up, the arrow keys move it, Space or Enter puts it down, Escape leaves it.",
};

/** What is said while a wheel is moved: by its mark, and before which it would stand. */
const announce = (jobs: readonly DiaryJob[]): Announcements => {
  const name = (id: UniqueIdentifier | undefined) => jobs.find((j) => j.id === id)?.mark ?? "the wheel";
  const place = (id: UniqueIdentifier | undefined) => jobs.findIndex((j) => j.id === id) + 1;
  return {
    onDragStart: ({ active }) => `${name(active.id)} taken up, place ${place(active.id)} of ${jobs.length}`,
    onDragOver: ({ active, over }) =>
      over ? `${name(active.id)} over ${name(over.id)}, place ${place(over.id)}` : `${name(active.id)} over nothing`,
    onDragEnd: ({ active, over }) =>
      over ? `${name(active.id)} put down at place ${place(over.id)}` : `${name(active.id)} stays where it was`,
    onDragCancel: ({ active }) => `${name(active.id)} stays where it was`,
  };
};

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
        <div
          className={`${COLUMNS} sticky top-0 z-10 border-b border-rule bg-paper text-base max-sm:portrait:hidden`}
          aria-hidden="true"
        >
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
        accessibility={{ announcements: announce(jobs), screenReaderInstructions: INSTRUCTIONS }}
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
                r === undefined || r.day === null ? "not in sight" : dayWords(dayOf(diary.today, r.day));
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
