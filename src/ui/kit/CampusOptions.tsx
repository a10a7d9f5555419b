/** The campuses to choose from, in a select. */
import { useHere } from './app';

export function CampusOptions() {
  return useHere().info.campuses.map((c) => (
    <option key={c.id} value={c.id}>
      {c.name}
    </option>
  ));
}
