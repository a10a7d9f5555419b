import { useHere } from './app';

/** Whether what goes out in somebody's name needs signing in first. */
export function useMustSignIn(): boolean {
  const { info } = useHere();
  return info.signsIn && info.reader === null;
}
