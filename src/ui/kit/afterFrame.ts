import { startTransition, useEffect, useState } from 'react';

/**
 * Does something once the frame that is being made has been painted: what a reader waits for comes first.
 * @returns stops it
 */
export function afterFrame(act: () => void): () => void {
  let timer = 0;
  const frame = requestAnimationFrame(() => {
    timer = window.setTimeout(act);
  });
  return () => {
    cancelAnimationFrame(frame);
    clearTimeout(timer);
  };
}
/** The same for a question whose answer stands beside what is waited for: to ask takes some of the frame's time. */
export const asideOfFrame = <T>(ask: () => Promise<T>): Promise<T> =>
  new Promise<void>((painted) => void afterFrame(painted)).then(ask);
/** A value as it was when the last frame was painted; nothing before the first: what is drawn by it comes a frame later. */
export function useAfterFrame<T>(value: T): T | undefined {
  const [painted, setPainted] = useState<T>();
  useEffect(() => afterFrame(() => startTransition(() => setPainted(() => value))), [value]);
  return painted;
}
