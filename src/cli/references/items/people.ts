/**
 * People of many cultures, put together from parts: nobody is meant. Family names with particles, patronymics,
 * double names, suffixes; bodies as authors. `half` keeps two stocks apart: what is trained with, and what is
 * only ever tested with.
 */
import type { CslName } from '../../../core/model/record';
import { fraction, type Random } from '../../../core/random';

export type Half = 'train' | 'bench';
/** A fifth of every stock is for testing alone. */
export const inHalf = (text: string, half: Half): boolean =>
  fraction(`stock ${text}`) < 0.2 === (half === 'bench');
const words = (list: string): readonly string[] => list.split(' ');

interface Culture {
  readonly share: number;
  readonly given: readonly string[];
  readonly stems: readonly string[];
  readonly ends: readonly string[];
  /** Before the family name, with how often. */
  readonly particles?: readonly string[];
  readonly particleShare?: number;
  readonly double?: number;
  readonly middle?: number;
}
const CULTURES: readonly Culture[] = [
  {
    share: 30,
    given: words(
      'Alan Alice Amelia Andrew Anna Arthur Barbara Benjamin Brenda Brian Caroline Charles Claire Colin Daniel David Deborah Dennis Diane Dorothy Edith Edward Elaine Eleanor Elizabeth Emily Eric Ethel Florence Frances Frank Gareth George Gillian Grace Hannah Harold Harriet Helen Henry Howard Hugh Ian Irene Isabel Jack James Jane Janet Jean Jennifer Jeremy Joan John Joseph Joyce Judith Julia Karen Kathleen Keith Kenneth Laura Lawrence Leonard Linda Louise Lucy Malcolm Margaret Marion Mark Martin Mary Matthew Michael Nancy Neil Nicholas Nigel Oliver Olivia Patrick Paul Peter Philip Rachel Ralph Raymond Rebecca Richard Robert Roger Rose Ruth Samuel Sarah Sharon Sheila Simon Stephen Susan Sylvia Theodore Thomas Timothy Ursula Victor Vincent Walter Wendy William',
    ),
    stems: words(
      'Ash Bar Bex Black Bram Brock Burn Cald Carl Chat Clay Cole Crow Dal Dart Den Drum East Elm Far Fen Fern Gar Glen Gold Grim Hal Ham Hart Haw Hes Hol Hux Ing Kel Ken King Lang Leigh Lock Long Mar Mel Mere Mill Nor Oak Ox Pem Pres Quil Rad Red Ring Rock Row Ruth Sal Sand Shel Stan Sut Tarn Thorn Tol Under Wad Wal War Wen Whit Win Wood York',
    ),
    ends: words(
      'bury by combe cott croft dale den don er field ford gate ham hurst kin land ley ling low man mere more ney ridge shaw side son stead sted stone ter ton wald ward well wick win wood worth',
    ),
    middle: 0.5,
    double: 0.04,
  },
  {
    share: 4,
    given: words('Aoife Brendan Ciarán Deirdre Eoin Fiona Gráinne Liam Máire Niall Orla Pádraig Seán Sinéad'),
    stems: words('Brann Cor Dorr Fall Garr Hann Kell Lorc Mall Noll Riord Suil Torm Carr Dubh'),
    ends: words('agan aigh an ane ell ery igan in oran uinn y'),
    particles: ["O'", 'Mc', 'Mac', 'Ó ', 'Ní ', 'Mac ', 'Fitz', 'St. '],
    particleShare: 0.85,
  },
  {
    share: 10,
    given: words(
      'Andreas Anja Birgit Claudia Dieter Elke Ernst Friedrich Gerhard Gisela Günther Hans Heike Heinrich Helga Horst Ingrid Jörg Jürgen Karin Karl-Heinz Katharina Klaus Lothar Ludwig Manfred Monika Norbert Otto Petra Renate Rolf Sabine Siegfried Sigrid Ulrike Ursula Uwe Volker Werner Wolfgang Hans-Jürgen',
    ),
    stems: words(
      'Acker Alt Berg Birn Brand Braun Dorn Eber Eich Fried Gold Groß Grün Hase Hein Hoch Holz Kamm Kess Kirch Klein Klingen Kreu Lang Licht Linden Mühl Neu Ober Rei Rosen Roth Sand Schön Schwarz Stein Stroh Tannen Unter Vogel Wald Weiß Wester Winter Wolf',
    ),
    ends: words(
      'acker bach baum becker berg bichler born brecht er feld haus hofer holz horst huber höfer ing ler mann meyer müller rich städt stein thal thaler wald zer',
    ),
    particles: ['von ', 'von der ', 'von ', 'zu '],
    particleShare: 0.08,
    double: 0.06,
    middle: 0.25,
  },
  {
    share: 8,
    given: words(
      'Alain Amélie Anne-Marie Antoine Béatrice Benoît Bernadette Camille Chantal Christophe Claude Élise Émile Étienne Françoise Gaël Geneviève Gérard Hélène Jacqueline Jean-Baptiste Jean-Luc Jean-Pierre Laurent Marcel Margaux Marie-Claire Mathieu Odile Pascal Philippe Rémi Solène Sylvie Thibault Véronique Yves',
    ),
    stems: words(
      'Aub Beau Bell Berg Bonn Bour Cass Chal Chat Cour Dal Del Dur Fab Font Four Gaill Gar Haut Lam Lav Mal March Mont Mor Pel Per Roch Rou Saint Sav Tour Vall Vern Vill',
    ),
    ends: words('ac and ard aud ault eau elle enne eron et eux ey ier in ille ois on onne ot our oy ut'),
    particles: ['de ', 'de la ', 'du ', "d'", 'Le ', 'La ', 'des '],
    particleShare: 0.15,
    double: 0.08,
    middle: 0.1,
  },
  {
    share: 9,
    given: words(
      'Adriana Alejandro Álvaro Ana María Beatriz Carlos Carmen Cristina Diego Elena Emilio Esteban Felipe Fernando Gabriela Gonzalo Guadalupe Ignacio Inés Javier Joaquín Jorge José Juan Julieta Leticia Lucía Manuel Marcos María Mercedes Miguel Ángel Natalia Óscar Pablo Pilar Rafael Ramón Rocío Santiago Soledad Teresa Tomás Verónica Xavier',
    ),
    stems: words(
      'Alb Alv Aran Arm Bar Bel Ben Cab Cald Cam Carr Cas Cord Dom Esc Esp Fern Fuen Gall Gon Gut Herr Ib Jim Lam Lop Mar Mend Mon Mor Nav Ord Ot Pal Per Quin Ram Riv Rod Sal Sant Ser Sol Torr Val Vel Vill Zam',
    ),
    ends: words('ada ado al án ano ar arez ares as era ero eros és ez illo ín ina ón os osa ués uña'),
    particles: ['de ', 'de la ', 'del ', 'de los '],
    particleShare: 0.08,
    double: 0.5,
    middle: 0.15,
  },
  {
    share: 5,
    given: words(
      'Afonso Ana Antônio Bruna Caetano Catarina Cláudia Duarte Fábio Flávia Gonçalo Helena Inês João Joaquim José Juliana Luís Luiza Marcelo Margarida Matheus Paulo Rui Sérgio Sílvia Tânia Tiago Vanessa Vítor',
    ),
    stems: words(
      'Alm Alv Amar Andr Az Barr Bast Bor Cam Card Carv Coel Cor Cruz Est Far Fons Freit Gom Lob Mach Mat Mend Mor Nog Olív Pach Per Pin Quei Rib Roch Sal Silv Sous Tav Teix Vasc Vieir',
    ),
    ends: words('a ado ães al ão ara ares eda eira eiro elo es inho o oso ueira ura'),
    particles: ['da ', 'de ', 'do ', 'dos ', 'das '],
    particleShare: 0.25,
    double: 0.45,
  },
  {
    share: 5,
    given: words(
      'Alessandra Andrea Bruno Chiara Claudio Daniela Davide Elisa Enrico Fabrizio Federica Francesca Gianluca Giorgio Giovanni Giulia Ilaria Lorenzo Luca Maddalena Marco Massimo Matteo Nicola Paola Pietro Roberta Silvia Stefano Tommaso Valentina',
    ),
    stems: words(
      'Alb Bel Ber Bian Bon Bran Cald Cam Car Cast Cav Cor Fab Ferr Font Gall Gen Gra Lomb Mal Man Mar Mon Mor Pag Pal Pell Pin Ric Ros San Sav Ter Val Ver Vit Zan',
    ),
    ends: words(
      'acci aldi ano ante ari ato elli ello enti esi etti ghi iani ini ino isi olo oni otti ucci uzzi',
    ),
    particles: ['De ', 'Di ', "D'", 'Della ', 'Lo ', 'Dal '],
    particleShare: 0.15,
  },
  {
    share: 5,
    given: words(
      'Aart Anneke Bas Cornelis Dirk Els Femke Geert Gerrit Hendrik Ilse Jan Jeroen Johanna Joost Karel Katrien Lieke Maarten Marieke Mieke Pieter Roelof Ruud Saskia Sjoerd Tineke Wim Wouter',
    ),
    stems: words(
      'Bak Berg Bos Brink Broek Dijk Dool Graaf Groen Haan Heuv Hoek Horst Kamp Koop Kuip Laan Meer Molen Oost Poel Ruijt Schip Ster Veen Vel Vliet Waal Water Wijn Zand Zwart',
    ),
    ends: words('er ers huis kens ma man man mans huizen sma ssen stra sveld ter veld wijk'),
    particles: ['van ', 'van der ', 'van den ', 'de ', 'ter ', "van 't ", 'van de ', 'ten '],
    particleShare: 0.5,
  },
  {
    share: 6,
    given: words(
      'Anders Astrid Birgitta Bjørn Dag Einar Elin Erik Eva Frida Gunnar Hanne Håkan Inger Jens Kirsten Knut Lars Leif Magnus Maja Mette Niels Nils Ole Pernille Per Ragnhild Rasmus Sigrid Siri Solveig Sten Sven Søren Tone Torbjørn Ulla Åsa Øyvind',
    ),
    stems: words(
      'Ander Arne Berg Björk Brod Dahl Ek Elling Fjell Gran Gustav Hag Halvor Hed Holm Håkan Jakob Jens Karl Knud Lind Lund Lång Magn Niel Nord Nor Oller Peder Rasm Sand Sjö Skog Sten Ström Svend Sør Thor Vest Vik Åker Øster',
    ),
    ends: words(
      'berg blad by dal en gren gård haug holm land lund mark qvist rup sen son ssen sson stad strand ström vik ås',
    ),
    particles: ['af ', 'von '],
    particleShare: 0.02,
    double: 0.05,
    middle: 0.2,
  },
  {
    share: 2,
    given: words('Birna Guðrún Helgi Jón Katrín Ólafur Ragnar Sigríður Stefán Þóra'),
    stems: words('Arnar Bjarn Einars Gunnars Halldórs Jóns Magnús Péturs Sigurðar Þor'),
    ends: words('dóttir son'),
  },
  {
    share: 6,
    given: words(
      'Agnieszka Andrzej Anna Bogdan Bożena Dariusz Dorota Elżbieta Ewa Grzegorz Halina Iwona Jan Jarosław Krzysztof Łukasz Małgorzata Marek Paweł Stanisław Tadeusz Tomasz Zbigniew Zofia Jiří Jana Petr Věra Václav Zdeněk Tomáš Lenka',
    ),
    stems: words(
      'Bar Biał Brzoz Czar Dąb Gór Grab Jabł Jan Kac Kamiń Kow Król Lew Lis Maj Mich Mal Now Olsz Pawl Ryb Sad Sik Star Szym Tom Wal Wiś Woj Zaj Ziel Černo Dvor Hav Hor Krej Mar Nov Pros Sed Svob Veče',
    ),
    ends: words(
      'ak alski arczyk czyk ecki ek icki icz ik ka ko nik ński owa owicz owski ská ský ová uk wski ák áček',
    ),
  },
  {
    share: 4,
    given: words(
      'Aleksandr Alexei Anastasia Boris Dmitri Ekaterina Elena Galina Igor Irina Ivan Konstantin Lyudmila Mikhail Natalia Nikolai Oksana Olga Pavel Sergei Svetlana Tatiana Vladimir Yuri Zhanna',
    ),
    stems: words(
      'Abram Alek Baran Belo Bogd Chern Dem Fed Gavr Gor Grig Iv Kar Kolesn Kozl Kuzn Leb Makar Mat Nik Orl Pav Pop Rom Ryab Sav Sem Shev Smirn Sokol Tar Tikh Vas Vin Yak Zakh Zhuk',
    ),
    ends: words('aev chenko enko ev eva in ina kin ko ov ova ovich skaya sky yan'),
    middle: 0.5,
  },
  {
    share: 8,
    given: words(
      'Bo Chao Chen Fang Feng Guang Guo Hai Hao Hong Hua Hui Jian Jianguo Jie Jing Jun Kai Lei Li Lin Ling Mei Min Ming Ning Ping Qiang Qing Rui Shan Wei Wen Xia Xiao Xiaoming Xin Yan Yang Yi Ying Yong Yu Yuan Zhen Zhiqiang Jia-Hao Mei-Ling Seung-Ho Ji-Won Min-Jun Hye-Jin',
    ),
    stems: words(
      'Ba Bi Ca Cho Da De Fa Fe Ga Gu Ha He Ho Hua Ji Ka Ko Li Lu Ma Me Na Ni Ou Pa Pe Qi Ra Shi Su Ta Te Tu Wa We Xi Xu Ya Yi Yo Za Zhe Zho Zhu',
    ),
    ends: words('n ng o u i a e'),
  },
  {
    share: 4,
    given: words(
      'Akira Ayumi Chiharu Daisuke Emi Fumiko Haruka Hiroshi Kaori Kazuo Keiko Kenji Makoto Masahiro Mika Naoki Noriko Satoshi Shinji Takashi Tomoko Yoko Yoshio Yuki',
    ),
    stems: words(
      'Aka Ao Fuji Fuku Haya Higa Hira Ishi Iwa Kawa Kita Koba Koma Kuro Matsu Miya Mori Naga Naka Nishi Oka Saka Shima Sugi Taka Take Tani Uchi Ueda Yama Yoshi',
    ),
    ends: words(
      'da gawa guchi hara i ishi kawa ki mi mine moto mura no oka shi shima ta to uchi ya yama zawa',
    ),
  },
  {
    share: 5,
    given: words(
      'Aditi Amit Anil Arjun Asha Deepa Divya Farah Gopal Harish Imran Indira Kavita Kiran Lakshmi Manoj Meera Nadia Naveen Neha Pradeep Priya Rajesh Rakesh Ravi Sanjay Shanti Sunil Usha Vijay Zainab',
    ),
    stems: words(
      'Ahl Ban Bhar Bhat Chak Chand Chat Dasg Desh Gan Gup Jay Kap Kris Kul Mal Man Muk Nar Pad Raj Ram Rao San Sar Sen Shar Sri Subr Thak Ven Vish',
    ),
    ends: words(
      'a adri ala an ana ar arty asan avan eja endra erjee i ia ikar iman ingham kar maraj murthy nathan oo pande raman swamy uri wal',
    ),
    middle: 0.3,
  },
  {
    share: 5,
    given: words(
      'Abdul Ahmed Aisha Ali Amina Fatima Hassan Ibrahim Jamal Karim Khadija Layla Mahmoud Mariam Mohamed Mustafa Nadia Omar Rania Samir Yusuf Zeynep Ayşe Emre Mehmet Hüseyin Elif Özlem',
    ),
    stems: words(
      'Abb Bak Dar Far Gham Had Has Hab Jab Kad Kas Khal Mah Mans Mas Naj Nas Qas Rash Sab Sal Sham Tah Zah Yıl Öz Kar Demir Çel Ak',
    ),
    ends: words('a ani ar awi dar i ib id if im ir oud our ul uri maz can oğlu kaya türk'),
    particles: ['al-', 'El ', 'Al-', 'Bin ', 'Ben ', 'Abu ', 'ibn ', 'Ben-'],
    particleShare: 0.3,
  },
  {
    share: 3,
    given: words(
      'Abena Adaeze Babatunde Chidi Chinwe Femi Ifeoma Kofi Kwame Lindiwe Ngozi Nomvula Oluwaseun Sipho Tariro Thandiwe Tunde Wanjiru',
    ),
    stems: words(
      'Ade Aki Ama Chi Chukwu Dla Eke Iro Ka Kama Ki Mba Mo Mtha Mwa Ndlo Nko Nya Oba Oko Olu Owu Te Wan Zu',
    ),
    ends: words('bayo di fe galo jiofor ko kwe la lu mba mini na nga ngwa nya re si soro thu wale wu za'),
    double: 0.06,
  },
  {
    share: 2,
    given: words(
      'András Attila Béla Csilla Erzsébet Ferenc Gábor István János Judit Kálmán Katalin László Mária Péter Zsolt Zsófia Ioana Mihai Radu Elena Andreea',
    ),
    stems: words(
      'Bal Bár Bod Csor Dob Far Hal Hor Juh Kel Kov Lak Mol Nag Pál Rác Szab Szek Tót Var Ves Ion Pop Mun Dum',
    ),
    ends: words('a ai as ács escu ely er eş i ogh os ó os y ány áth'),
  },
  {
    share: 3,
    given: words(
      'Alexandros Dimitrios Eleni Georgios Ioannis Katerina Konstantinos Maria Nikolaos Panagiotis Sofia Spyridon Avi Dalia Eitan Michal Noam Shira Tamar Yael',
    ),
    stems: words(
      'Alex Anag Ang Ant Chat Christ Dim Geor Ioan Kal Kara Kost Mav Mich Niko Pan Papa Pet Sot Stav Theo Tsi Vass Gol Sha Katz Lev Ros Ben Shap',
    ),
    ends: words(
      'akis aki as elis enidis giannis idis is kou los ndou nos opoulos ou ousis oulou stein berg man iro',
    ),
    particles: ['Papa', 'Ben-', 'Bar-'],
    particleShare: 0.08,
  },
];
/** One of a list, each by its share. */
export function byShare<T>(list: readonly T[], share: (one: T) => number, r: Random): T {
  let at = r() * list.reduce((n, one) => n + share(one), 0);
  for (const one of list) {
    at -= share(one);
    if (at < 0) return one;
  }
  return list.at(-1) as T;
}
const cultureOf = (r: Random): Culture => byShare(CULTURES, (c) => c.share, r);

function familyOf(r: Random, c: Culture, half: Half): string {
  for (;;) {
    const name = r.pick(c.stems) + r.pick(c.ends);
    if (inHalf(name, half)) return name;
  }
}
/** One person. */
export function person(r: Random, half: Half): CslName {
  const c = cultureOf(r);
  let family = familyOf(r, c, half);
  if (c.double && r.chance(c.double)) family += (r.chance(0.6) ? '-' : ' ') + familyOf(r, c, half);
  let given = r.pick(c.given);
  const middle = c.middle ?? 0.1;
  if (r.chance(middle)) given += ` ${r.chance(0.5) ? `${r.pick(c.given).charAt(0)}.` : r.pick(c.given)}`;
  if (r.chance(middle * 0.15)) given += ` ${r.pick(c.given)}`;
  // `C. Deirdre`, and `J. R. R.`
  if (r.chance(middle * 0.12)) given = `${r.pick(c.given).charAt(0)}. ${given}`;
  // Many sources know initials only.
  if (r.chance(0.3))
    given = given
      .split(/([\s-]+)/)
      .map((g) => (/^\p{L}/u.test(g) ? `${g.charAt(0)}.` : g))
      .join('');
  const name: { -readonly [K in keyof CslName]: CslName[K] } = { family, given };
  if (c.particles && r.chance(c.particleShare ?? 0)) {
    const particle = r.pick(c.particles);
    // The same particle is a part of the name in one source, and a word of its own in the other.
    if (!/\s$/.test(particle)) {
      name.family = particle + family;
    } else if (r.chance(0.55)) name['non-dropping-particle'] = particle.trim();
    else if (/^\p{Ll}/u.test(particle) && r.chance(0.3)) name['dropping-particle'] = particle.trim();
    else name.family = particle + family;
  }
  if (r.chance(0.015)) name.suffix = r.pick(['Jr.', 'Jr', 'Sr.', 'II', 'III', 'IV']);
  if (r.chance(0.006)) return r.chance(0.3) ? { literal: 'Anonymous' } : { literal: given };
  return name;
}

const PLACE_STEMS = words(
  'Alder Arden Bel Bran Cal Car Dor Drum Ester Fal Gal Har Hel Ilm Jar Kar Lan Lor Mar Mel Mont Nor Ost Pel Quar Ras Sar Sel Tarn Thal Tor Ul Val Ves Wes Yar Zan',
);
const PLACE_ENDS = words(
  'a ania beck berg borough bury by dale den don en field ford gard haven holm ia land mark mere mont more mouth ona os ov port stad ton via wick ya',
);
/** A place that is nowhere. */
export function place(r: Random, half: Half): string {
  for (;;) {
    const name = r.pick(PLACE_STEMS) + r.pick(PLACE_ENDS);
    if (inHalf(name, half)) return name;
  }
}
const BODY_KIND = words(
  'Office Agency Council Committee Commission Institute Association Society Board Federation Authority Network Foundation Union Trust Alliance Consortium Secretariat Service Bureau Forum Programme Group Centre Collaboration Partnership Observatory',
);
const MATTERS = words(
  'Fisheries Health Statistics Water Forestry Education Energy Transport Migration Labour Standards Meteorology Heritage Archives Agriculture Nutrition Safety Mining Tourism Research Geology Audit Trade Housing Soils Seaweed Coasts Lighthouses Harbours Language Engineering Surgery Nursing Cardiology Metrology',
);
/** A body, as authors and publishers are. */
export function body(r: Random, half: Half): string {
  const [p, m, m2, kind] = [place(r, half), r.pick(MATTERS), r.pick(MATTERS), r.pick(BODY_KIND)];
  return r.pick<() => string>([
    () => `${kind} for ${m}`,
    () => `${p} ${kind} of ${m}`,
    () => `Ministry of ${m}`,
    () => `Ministry of ${m} and ${m2}`,
    () => `Department of ${m}, ${p}`,
    () => `${p} Department of ${m}`,
    () => `National ${kind} of ${m}, ${m2} and ${r.pick(MATTERS)}`,
    () => `International ${kind} for ${m} and ${m2}`,
    () => `University of ${p}`,
    () => `${p} University`,
    () => `${p} University, Department of ${m}`,
    () => `World ${m} ${kind}`,
    () => `The ${p} ${m} ${kind}`,
    () => `${[p, m, kind].map((w) => w.charAt(0)).join('')}`,
    () => `${[p, m, m2, kind].map((w) => w.charAt(0)).join('')} Working Group`,
    () => `European ${kind} of ${m}`,
    () => `Royal ${kind} of ${m}`,
    () => `${m} and ${m2} ${kind} of ${p}`,
    () => `Statistisches Amt ${p}`,
    () => `Institut für ${r.pick(['Küstenforschung', 'Sprache', 'Meereskunde', 'Wirtschaft'])}`,
    () => `Ministère de la ${r.pick(['Santé', 'Culture', 'Mer', 'Recherche'])}`,
    () => `Instituto Nacional de ${r.pick(['Estadística', 'Pesca', 'Salud', 'Lenguas'])}`,
    () => `Ministério da ${r.pick(['Saúde', 'Pesca', 'Educação', 'Cultura'])}`,
    () => `Statens ${r.pick(['fiskeverk', 'havsråd', 'skogkontor'])}`,
    () => `Committee on ${m}, ${m2}, and ${r.pick(MATTERS)}`,
    () => `${p} City Council`,
    () => `State of ${p}`,
    () => `${p}Labs`,
    () => `${p} ${r.pick(['Inc.', 'Ltd', 'GmbH', 'Corporation', 'Technologies', 'AB'])}`,
  ])();
}
/** How many people a thing has: one or two mostly, sometimes a crowd. */
export function people(r: Random, half: Half, most = 12): CslName[] {
  const n = r.chance(0.35) ? 1 : r.chance(0.4) ? 2 : r.chance(0.4) ? 3 : 1 + r.skew(most, 1.6);
  const out: CslName[] = [];
  while (out.length < n) out.push(person(r, half));
  return out;
}
