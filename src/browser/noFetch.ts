/**
 * Stands for the packages with which Citation.js would fetch: files of references are read, nothing they name
 * is ever loaded.
 */
const refused = (): never => {
  throw new Error('Nothing is fetched while a file is read.');
};
export default refused;
export const Headers = refused;
export const fetch = refused;
