/** Invented places of Vessary and its neighbours, for titles, publishers, libraries and newspapers. */
export const PLACES =
  'Vessary;the Skerry Isles;Tarnholm;Ostmere;Brackmoor;the Harrow Coast;Rønnvik;Lower Fellmark;the Sundal valleys;Marrowby;Kelding;the Outer Skerries;Pellworthy;Grenholm Sound;Quillan Bay;the Tessel lowlands;Aldersund;Norrhaven;Castremar;the Ilvane hills;Dunmarrow;Velle Island;Ashgrove Reach;Port Sarnow;the Emmer delta;Höllund;Stavering;Corrib Head;the Lantern Coast;Ulverfold;Mirefleet;Santavela;the Brae parishes;Tvedore;Winterlow;Orsay Firth'.split(
    ';',
  );

export const COUNTRIES: Readonly<Record<string, string>> = {
  XV: 'Vessary',
  XA: 'Aldermark',
  XB: 'Brenland',
  XC: 'Castremar',
  XD: 'Dunmarrow',
  XE: 'Emmeria',
  XF: 'Fjordane Union',
  XG: 'Gallowin',
  XH: 'Hollsund',
  XI: 'Ilvania',
  XM: 'Marrany',
  XO: 'Orsay',
  XQ: 'Quillan',
};
export const PUBLISHERS =
  'Harrow Tide Press;Meridian & Loft;Saltgate Academic;Fenwright Books;University of Ostmere Press;Tarnholm University Press;Lanternhouse;Grenholm Scientific;Oarlock Editions;Brackmoor College Press;Vessary Institute of Food Science;Quillan Verlag;Éditions du Phare Gris;Casa del Faro;Norrhaven Forlag;Bluewick;Ashgrove Medical;Kestrel Row;Sundal Academic;Inkwell & Rudder;Pell Street Press;The Tessel Society;Ilvane Studies;Wold and Sons'.split(
    ';',
  );
export const NEWSPAPERS =
  'The Tarnholm Courier;Skerry Telegraph;The Quayside Evening Post;Vessary Herald;The Fellgate Examiner;Ostmere Morning News;Harbour Gazette;The Brackmoor Sentinel;Isles Weekly;Lantern Coast Mercury;The Port Sarnow Times;Rønnvik Dagblad'.split(
    ';',
  );
/** Places whose names stand in any language. */
export const PLAIN_PLACES = PLACES.filter((p) => /^\p{Lu}\p{L}+$/u.test(p));
