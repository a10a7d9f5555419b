/**
 * Invented people: family names put together from parts, so that they sound like somewhere and belong to
 * nobody.
 */
import type { CslName } from '../../core/model/record';
import { fraction, type Random } from '../../core/random';

const FRONT =
  'Okon Brand Hall Vell Mar Lind Ost Thorn Har Aske Bel Cor Dun Eld Fen Gris Holm Iver Jor Kest Lom Mur Nord Orr Pell Quin Rav Sel Tam Ulv Var Wex Yar Zel Ade Bri Cal Dray Esk Fal Garr Hest Ing Kall Lang Mek Nim Oya Pren Ros Sund Tre Ush Vest Wold Akin Bhan Chak Des Eme Faro Gup Hadj Ito Juma Kova Lepp Mats Nak Oduy Pata Rahm Sato Tak Uche Vas Wij'.split(
    ' ',
  );
const BACK =
  'edo sæter grim acott chetti qvarn mere dale by holt ström feldt ssen rup wick ley more ham vik nes lund borg ander ova ewska ić escu aro ini ez eira oglu yan adze wala shi moto mura nen lainen ula awa eke ombe ante iah oyo elli uzzi ault ières ec ard huis veen stra'.split(
    ' ',
  );
const GIVEN =
  'Ada Amara Anneli Asger Beatriz Bram Camille Chidi Dagny Daria Eero Elif Emeka Esther Farid Freya Gaspar Greta Hana Henrik Ines Ivo Jamila Jonas Kaito Katrin Lena Linnea Luca Mads Maren Mateus Mina Nadia Nils Noor Olu Oona Paola Pavel Petra Rafael Ragna Rosa Ruben Sanna Selma Sigga Silas Tamsin Theo Theodora Tobi Ulrike Vera Viggo Wanda Yara Yusuf Zofia Aino Bodil Cato Delphine Edda Finn Gudrun Hugo Ilse Jorun Kerem Leif Marit Nuala Orla Pilar Quentin Runa Sten Tove Una Vidar Willem Ylva Zeno'.split(
    ' ',
  );

/** Person number `k` of a group: always the same name. */
export function person(group: string, k: number): CslName {
  const f = (salt: string) => fraction(`${group}/${k}/${salt}`);
  const at = <T>(list: readonly T[], u: number): T => list[Math.floor(u * list.length)] as T;
  let family = at(FRONT, f('a')) + at(BACK, f('b'));
  if (f('c') < 0.07) family = `${family}-${at(FRONT, f('d'))}${at(BACK, f('e'))}`;
  else if (f('c') < 0.1) family = `${at(['van der', 'de', 'af'], f('p'))} ${family}`;
  const given = at(GIVEN, f('g'));
  const second = f('h');
  return {
    family,
    given:
      second < 0.25
        ? `${given} ${at(GIVEN, f('i'))}`
        : second < 0.45
          ? `${given} ${at([...'ABCDEGHJKLMNPRST'], f('i'))}.`
          : given,
  };
}

/** Some people of a group, the first ones far more productive than the rest. */
export function someone(r: Random, group: string, size: number): CslName {
  return person(group, r.skew(size, 1.6));
}
