import { useEffect, useRef, type Ref } from "react";
import { FRAMES_PER_S } from "../../../core/practice/exercise.ts";
import type { AnyView, PictureProps } from "./exercise-view.ts";

const toward: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** The bench under a pointer, a finger or keys. */
export function PracticeField({
  view,
  speed,
  isRunning,
  handNow,
  act,
  fieldRef,
  ...shown
}: PictureProps<unknown, unknown, never> & {
  view: AnyView;
  speed: number;
  isRunning: boolean;
  /** What the hand is doing at this moment. */
  handNow: () => unknown;
  act: (hand: unknown) => void;
  fieldRef: Ref<HTMLDivElement>;
}) {
  const { Picture } = view;
  const { truth } = shown;
  const held = useRef(new Set<string>());
  const isDown = useRef(false);
  useEffect(() => {
    if (!isRunning || !view.keyed) return;
    const keys = held.current;
    const timer = setInterval(() => {
      const towards = [...keys].flatMap((key) => (toward[key] ? [toward[key]] : []));
      if (towards.length === 0) return;
      const sum = towards.reduce<readonly [number, number]>(([x, y], [dx, dy]) => [x + dx, y + dy], [0, 0]);
      act(view.keyed!(truth, handNow(), sum, speed / FRAMES_PER_S));
    }, 1_000 / FRAMES_PER_S);
    return () => {
      clearInterval(timer);
      keys.clear();
    };
  }, [isRunning, speed, view, truth, act, handNow]);
  const at = ({ currentTarget, clientX, clientY }: React.PointerEvent<HTMLDivElement>) => {
    const box = currentTarget.getBoundingClientRect();
    const { fromX, fromY, widthMm, heightMm } = view.bench(truth);
    return {
      xMm: ((clientX - box.left) / box.width) * widthMm + fromX,
      yMm: ((clientY - box.top) / box.height) * heightMm + fromY,
    };
  };
  const point = (event: React.PointerEvent<HTMLDivElement>, down: boolean) => {
    isDown.current = down;
    if (isRunning && view.pointed) act(view.pointed(truth, handNow(), at(event), down));
  };
  return (
    <div
      ref={fieldRef}
      role="application"
      aria-label={view.fieldLabel()}
      tabIndex={0}
      className="touch-none select-none"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        if (isRunning && view.tapped) act(view.tapped(truth, handNow(), at(event)));
        point(event, true);
      }}
      onPointerMove={(event) => point(event, isDown.current)}
      onPointerUp={(event) => point(event, false)}
      onPointerCancel={(event) => point(event, false)}
      onKeyDown={(event) => {
        if (!isRunning) return;
        if (toward[event.key]) held.current.add(event.key);
        else if (event.key === " " && view.pressed) act(view.pressed(handNow()));
        else return;
        event.preventDefault();
      }}
      onKeyUp={({ key }) => held.current.delete(key)}
      onBlur={() => held.current.clear()}
    >
      <Picture {...shown} />
    </div>
  );
}
