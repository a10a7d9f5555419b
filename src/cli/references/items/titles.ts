/**
 * Titles of made-up works in nine languages: with digits, quotation marks, questions, colons, foreign words and
 * words in capitals, as titles really have them.
 */
import type { Random } from '../../../core/random';
import { type Half, inHalf, person, place } from './people';

const list = (text: string): readonly string[] => text.trim().split(/\s+/);
const NOUNS = list(`
ability absence absorption abundance access accuracy acid activity adaptation adhesion adult agreement air alloy ambiguity analysis animal anxiety archive argument art ash aspect assembly attention audience authority autonomy balance barley basin battery bee behaviour belief bias bird birth blood boat bone book border brain bread bridge building burden cancer canal capacity capital carbon care cattle cell century ceramics change channel child choice church circuit city class classroom clay climate cloth coast code cognition coin collapse colony colour community competence compound concept concrete conduct conflict consent conservation consumption contact contract control cooling copper coral corn cost court creep crisis crop crystal culture currency current curriculum curve cycle damage data death debate decision decline defect delay demand democracy density depression desert design diagnosis dialect diet diffusion disability disease display distance diversity dose drainage drama dream drought drug dust dye dynamics earthquake ecology economy edge education efficiency effort election electron elite embryo emission emotion empire employment energy engine enzyme epidemic equation equity erosion error estuary ethics evidence evolution exchange exercise exile expansion exposure extraction fabric factor failure faith fall family farm fashion fatigue fear feedback fern fever fibre fiction field film filter fire fish flood flow flux food force forecast forest form fraction fracture framework freedom frequency friction fruit fuel function fungus future game garden gas gender gene genome gesture gift glacier glass goal government grain grammar graph grass gravity grief growth guilt habit habitat harbour health heart heat height heritage hierarchy history home honour hormone horse hospital house household housing human humour hunger hydrogen ice idea identity image immunity impact imprisonment income index industry infant infection inflation influence information injury innovation insect insulin interface intervention invasion iron island isotope jazz journey judgement jury justice kelp kingdom kinship knowledge labour lake land landscape language laser law layer leadership leaf learning leisure letter liability library light lighthouse limit lipid liquid literacy liver loss love lung machine maize management map margin market marriage material matrix matter meaning measure media medicine melody membrane memory mercury metal metaphor method microscope migration milk mine mineral mobility mode model molecule money mortality mosaic motion motivation mountain movement muscle museum music mutation myth narrative nation nature nerve network nitrogen noise norm novel number nurse nutrition object observation ocean oil opera opinion orbit order organ origin oxygen pain painting paper parasite parent park particle partner path patient pattern peace peat pedagogy pension peptide perception performance phase phoneme photograph physician piano plague plankton plant plasma plastic plateau play poem poetry politics pollen pollution polymer population port portrait poverty power practice prayer predator pregnancy pressure price prison privacy probe process profit prose protein proxy psychology pulse pump quality quantum radiation radio railway rain ratio reaction reader reading reason recovery reef reform refugee region regression regulation relation religion representation resilience resistance response rhetoric rhythm rice risk ritual river road robot rock role root rule runoff safety saliva salt sample sand satellite scale school science sculpture sea seaweed security sediment seed selection self sensor sepsis series sex shadow shape shell ship shock shore signal silence silk silver site skill skin sky slavery sleep smoke snow society sodium soil solvent song sound space species spectrum speech speed spin sport spring stability standard star state statistics steel stem stigma stone storage storm strain strategy stream street stress stroke structure student style suburb sugar suicide surface surgery survey survival symbol syntax system taste tax teacher technique technology temperature tension territory text textile theatre theology theory therapy thermodynamics thought threshold tide timber time tissue tobacco tool topology torque tourism town toxin trade tradition traffic training trait transfer transition transport trauma travel treatment treaty tree trial trust tumour tunnel turbine turbulence uncertainty union university uptake vaccine valley value variation vegetation vein velocity verb vessel village violence virus vision vitamin voice volcano voltage volunteer vowel voyage wage war waste water wave wealth weather weed weight welfare wetland whale wheat wheel will wind window wine winter woman wood wool work worker wound writing yeast yield youth zinc zone`);
const ADJECTIVES = list(`
abstract acoustic active acute adaptive additive adolescent aerobic aesthetic agrarian ambient analytic ancient annual applied aquatic arctic artificial asymmetric atomic autonomous balanced basic bilingual biological bounded brief broken cardiac central chemical chronic civic classical clinical coastal coherent collective colonial common comparative competitive complex computational conceptual contemporary continuous corporate critical cultural daily deep democratic dental digital discrete distant distributed domestic dynamic early ecological economic elastic electric electronic elementary emergent emotional empirical endemic environmental epistemic ethnic evolutionary experimental explicit extreme familial federal female finite fiscal fluid foreign formal fragile functional fuzzy genetic geometric global good green harmonic hidden high historical human hybrid hydraulic ideal implicit indigenous industrial inert informal inner integrated interactive international invisible irregular joint judicial large late lateral latent legal linear liquid literary local logical long low magnetic male marine maritime maternal mechanical medieval mental metallic micro mild military minimal mixed mobile modern modest molecular monetary moral municipal musical mutual narrative native natural negative neonatal neural neutral new nocturnal nonlinear northern nuclear numerical oceanic old optical optimal oral organic outer parallel partial passive pastoral peripheral permanent personal philosophical phonetic physical planar political polar popular porous positive postcolonial pragmatic precarious prenatal primary private probabilistic public pure quiet radical random rapid rare rational reactive recent recursive regional regular relational relative religious remote renewable residual reversible rigid robust royal rural sacred scalar seasonal secondary secular semantic sensory serial severe shallow shared silent single situated slow small social soft solar solid southern spatial sparse spoken stable static statistical steady stochastic strategic strong structural subtle sustainable symbolic synthetic systemic tacit temporal terminal thermal thin tidal tonal toxic traditional transient transnational tropical true turbulent ultrasonic uncertain unequal universal unpaid upper urban vascular verbal vernacular vertical viral virtual visual vulnerable weak western wet wild young`);
const GERUNDS = list(
  'Assessing Balancing Becoming Building Challenging Classifying Comparing Computing Counting Crossing Defining Designing Detecting Drawing Estimating Evaluating Explaining Exploring Finding Forecasting Framing Governing Growing Improving Inferring Learning Living Making Managing Mapping Measuring Modelling Mourning Moving Naming Negotiating Optimizing Performing Planning Predicting Preventing Promoting Reading Reconsidering Reducing Remembering Rethinking Revisiting Scaling Seeing Selling Shaping Solving Speaking Teaching Testing Tracing Translating Understanding Unpacking Using Visualizing Walking Weaving Writing',
);
const PREFIX = list(
  'anti auto bio chromo cryo cyto eco electro endo epi geo haemo hydro hyper immuno infra inter iso litho macro meta micro mono multi neo neuro nano ortho osteo paleo para patho phono photo physio phyto poly pre proto pseudo psycho pyro socio sono spectro sub super syn tele thermo trans tri ultra xeno zoo',
);
const ROOT = list(
  'carp cyt derm form gen gnos graph gram kin lex lith log lys mer metr morph nom onym op path phag phas phen phil phor phot phren phyl plas plast pol scop som sphen stat tax tect therm thes ton top trop typ zym',
);
const SUFFIX = list(
  'al ation ence ia ic icity ification isation ism ist itis ity ization oid ology ome omics osis ous y',
);
const coined = (r: Random): string => r.pick(PREFIX) + r.pick(ROOT) + r.pick(SUFFIX);

const FOREIGN: Readonly<
  Record<string, { n: readonly string[]; forms: readonly ((n: () => string, p: () => string) => string)[] }>
> = {
  de: {
    n: list(
      'Alltag Arbeit Aufklärung Begriff Bewegung Bildung Briefe Dichtung Dorf Entwicklung Erfahrung Erinnerung Erziehung Fischerei Forschung Freiheit Frömmigkeit Gedächtnis Geschichte Gesellschaft Gesundheit Gewalt Grenzen Handel Handschriften Herrschaft Hochschule Identität Kindheit Kirche Klima Krankheit Krieg Küste Landschaft Leben Macht Märchen Meer Migration Moral Museum Nachlass Natur Öffentlichkeit Ordnung Pflege Recht Reise Religion Schule Sprache Staat Stadt Tang Technik Theater Tod Überlieferung Umwelt Urkunden Verfassung Vernunft Wahrnehmung Wandel Wirtschaft Wissen Zeit',
    ),
    forms: [
      (n, p) => `Zur ${n()} der ${n()} in ${p()}`,
      (n) => `${n()} und ${n()}: Eine Untersuchung zum Begriff der ${n()}`,
      (n, p) => `Die ${n()} von ${p()} im 19. Jahrhundert`,
      (n) => `Grundzüge der ${n()}. Eine Einführung`,
      (n) => `Über ${n()} als ${n()}`,
      (n) => `„${n()} ist ${n()}“. Beiträge zu einer Theorie der ${n()}`,
      (n, p) => `${n()}, ${n()}, ${n()}. Studien zu ${p()} (1848–1918)`,
      (n) => `Was heißt ${n()}? Überlegungen zur ${n()}`,
    ],
  },
  fr: {
    n: list(
      "l'absence l'ailleurs l'archive l'école l'écriture l'enfance l'État l'exil l'histoire l'image l'île la confiance la coutume la croyance la famille la forêt la frontière la guerre la justice la langue la lecture la loi la mémoire la mer la mort la parole la pauvreté la pêche la peinture la ville la violence la voix le blé le corps le droit le langage le littoral le marché le paysage le peuple le récit le regard le roman le sacré le savoir le silence le temps le théâtre le travail le vin".replace(
        /(l[ea]) /g,
        '$1_',
      ),
    ),
    forms: [
      (n, p) => `De ${n()} à ${n()} : une lecture de ${p()}`,
      (n) => `Pour une histoire de ${n()}`,
      (n, p) => `Autour de ${n()} et de ${n()} à ${p()} (XVIIIe-XIXe siècles)`,
      (n) => `« ${n()} », ou ${n()} retrouvée`,
      (n) => `Penser ${n()} : enjeux et perspectives`,
      (n) => `Qu'est-ce que ${n()} ?`,
      (n) => `Essai sur ${n()}`,
    ],
  },
  es: {
    n: list(
      'aprendizaje archivo calidad ciudad clima comercio conflicto costa cuerpo cultura derecho desarrollo economía educación energía enfermedad enseñanza escritura espacio familia formación frontera gobierno guerra historia identidad infancia justicia lectura lengua ley mar memoria mercado migración muerte mujer naturaleza novela paisaje pesca pobreza poder política pueblo salud saber teatro tiempo trabajo turismo violencia',
    ),
    forms: [
      (n, p) => `La ${n()} en ${p()}: un estudio de caso`,
      (n) => `${n()} y ${n()} en el siglo XX`,
      (n, p) => `Hacia una ${n()} de la ${n()}: aportaciones desde ${p()}`,
      (n) => `¿Qué es la ${n()}? Reflexiones sobre la ${n()} contemporánea`,
      (n) => `Análisis de la ${n()} mediante modelos de ${n()}`,
      (n, p) => `Historia de la ${n()} en ${p()} (1821-1910)`,
    ],
  },
  pt: {
    n: list(
      'água aprendizagem arquivo cidade ciência corpo criança cultura desenvolvimento direito educação enfermagem ensino escola escrita espaço família gestão história identidade infância leitura língua mar memória mulher natureza paisagem pesca pobreza política povo saúde tempo trabalho violência',
    ),
    forms: [
      (n, p) => `A ${n()} em ${p()}: uma revisão integrativa`,
      (n) => `${n()} e ${n()}: desafios contemporâneos`,
      (n) => `Avaliação da ${n()} na atenção à ${n()}`,
      (n, p) => `História da ${n()} no município de ${p()}, 1930-1964`,
      (n) => `O que é ${n()}?`,
    ],
  },
  it: {
    n: list(
      'acqua arte bellezza campagna città corpo diritto economia educazione famiglia forma guerra infanzia istituzione lavoro lettura lingua mare memoria mercato morte natura paesaggio pittura poesia politica potere ricerca scuola scrittura società spazio storia teatro tempo vino viaggio',
    ),
    forms: [
      (n, p) => `La ${n()} a ${p()} nel Settecento`,
      (n) => `${n()} e ${n()}. Saggi di storia della ${n()}`,
      (n) => `Per una ${n()} della ${n()}`,
      (n) => `Dalla ${n()} alla ${n()}: problemi e prospettive`,
    ],
  },
  sv: {
    n: list(
      'arbete barndom fiske folket forskning frihet hälsa havet historia hushåll hemmet klimat kultur kusten landskap lärande makt minne människa natur omsorg ordning skolan skog språk staden tång tid trygghet välfärd våld',
    ),
    forms: [
      (n, p) => `Från ${n()} till ${n()}: studier i ${p()}s ${n()}`,
      (n) => `${n()} och ${n()} i förändring`,
      (n) => `Om ${n()}. En introduktion till ${n()}ens historia`,
      (n) => `Vad är ${n()}?`,
    ],
  },
  da: {
    n: list(
      'arbejde barndom fiskeri folk forskning frihed havet hverdag kunst kysten kultur landskab læring magt minde natur omsorg skolen sprog staten sundhed tang tid tro velfærd',
    ),
    forms: [
      (n, p) => `${n()} og ${n()} i ${p()}`,
      (n) => `Mellem ${n()} og ${n()}: en antologi om ${n()}`,
      (n) => `${n()}ens historie`,
    ],
  },
  nl: {
    n: list(
      'arbeid beleid dorp gezondheid geschiedenis handel kerk kind kunst landschap leven macht onderwijs oorlog recht samenleving stad staat taal tijd verhaal visserij vrijheid water wetenschap zee zorg',
    ),
    forms: [
      (n, p) => `De ${n()} van ${p()} in de negentiende eeuw`,
      (n) => `Tussen ${n()} en ${n()}`,
      (n) => `${n()} in beweging: over ${n()} en ${n()}`,
    ],
  },
  la: {
    n: list(
      'aqua arte caelo forma lege luce mari mente natura orbe orbis rebus regno silva stella tempore terra verbo vita',
    ),
    forms: [(n) => `De ${n()} et ${n()}`, (n) => `Liber de ${n()}`, (n) => `Species novae ex ${n()}`],
  },
};
const LANGUAGES = Object.keys(FOREIGN);
const cap = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
const AGENTS = list(
  'nurses farmers students teachers migrants adults infants sailors weavers voters readers mice rats bees cod salmon barley yeast oysters children adolescents veterans workers',
);

/** Words as a person writes them in a heading. */
const small = new Set(
  list('a an and as at but by for from in into nor of on or over per the to under upon via vs with without'),
);
const headline = (text: string): string =>
  text.replace(/(?<![\p{L}’'])[\p{L}][\p{L}’'-]*/gu, (w, at: number) =>
    at > 0 && small.has(w) ? w : cap(w),
  );

export interface Title {
  readonly text: string;
  readonly language: string;
}
export function title(r: Random, half: Half): Title {
  if (r.chance(0.17)) {
    const language = r.pick(LANGUAGES);
    const { n, forms } = FOREIGN[language] as (typeof FOREIGN)[string];
    const noun = (): string => {
      for (;;) {
        const w = r.pick(n).replaceAll('_', ' ');
        if (inHalf(w, half) || r.chance(0.1)) return w;
      }
    };
    return { text: cap(r.pick(forms)(noun, () => place(r, half))), language };
  }
  const stock = (words: readonly string[]): string => {
    for (;;) {
      const w = r.pick(words);
      // Common words are everybody's; a few of the others' do no harm to either.
      if (inHalf(w, half) || r.chance(0.1)) return w;
    }
  };
  const noun = (): string => (r.chance(0.1) ? coined(r) : stock(NOUNS));
  const adjective = (): string => stock(ADJECTIVES);
  const plural = (w: string): string =>
    /(?:s|x|ch|sh)$/.test(w) ? `${w}es` : /[^aeiou]y$/.test(w) ? `${w.slice(0, -1)}ies` : `${w}s`;
  const thing = (): string =>
    r.pick<() => string>([
      () => noun(),
      () => plural(noun()),
      () => `${adjective()} ${noun()}`,
      () => `${adjective()} ${plural(noun())}`,
      () => `${noun()} ${noun()}`,
      () => `${noun()}-${adjective()} ${plural(noun())}`,
      () => `the ${noun()} of ${plural(noun())}`,
      () => `${adjective()} and ${adjective()} ${plural(noun())}`,
    ])();
  const where = (): string =>
    r.chance(0.6)
      ? place(r, half)
      : `${r.pick(['northern', 'southern', 'western', 'rural', 'upper'])} ${place(r, half)}`;
  const year = (): number => 1500 + r.skew(526, 0.35);
  const number = (): string =>
    r.pick<() => string>([
      () => String(r.int(2, 12)),
      () =>
        `${r.int(2, 99)}${r.pick(['%', ' %', '-year', '-month', ' km', '-nm', ' °C', ' GHz', '-point', 'D'])}`,
      () => String(r.int(100, 99_999)),
      () => `${r.int(0, 9)}.${r.int(1, 99)}`,
      () => `${r.int(2, 9)} × ${r.int(2, 9)}`,
    ])();
  const code = (): string =>
    r.pick<() => string>([
      () =>
        `${r.pick(list('TGF IL CD HLA NF p BRC COX SOD PAX TNF'))}-${r.pick(list('α β κB 1 2 6 8 10 21 53'))}`,
      () => `${r.pick(list('CO2 H2O2 Fe2O3 SiO2 TiO2 Ca2+ NaCl LiFePO4 UO2 CH4'))}`,
      () =>
        r.pick(
          list('DNA RNA PCR fMRI EEG HPLC NMR GPS GIS WWII AI LED ICU HIV COPD XML UV CT MRI GDP NGO STEM'),
        ),
      () => `${r.pick(['Covid', 'SN', 'Kappa', 'MS', 'Type', 'Series', 'Phase'])}-${r.int(1, 99)}`,
      () => `${r.pick(list('C K SU GL L'))}${r.pick(['*', '', '(2)', '(n)', '∞'])}-${plural(noun())}`,
    ])();
  const species = (): string =>
    `${cap(r.pick(PREFIX) + r.pick(ROOT))}${r.pick(['us', 'a', 'um', 'ella', 'ia'])} ${r.pick(ROOT)}${r.pick(['ensis', 'icus', 'oides', 'ata', 'alis'])}`;
  const quoted = (): string => {
    const own = r.chance(0.5)
      ? thing()
      : `${r.pick(['we are all', 'nothing but', 'it is a', 'this is not a', 'more than', 'to be or'])} ${noun()}`;
    const [a, b] = r.pick([
      ['“', '”'],
      ['‘', '’'],
      ['"', '"'],
      ["'", "'"],
      ['“', '”'],
    ] as const);
    return a + cap(own) + b;
  };
  const someone = (): string => person(r, half).family ?? 'Lind';
  const method = (): string =>
    r.pick<() => string>([
      () =>
        `a ${r.pick(['systematic review', 'meta-analysis', 'randomized controlled trial', 'case study', 'cohort study', 'scoping review', 'comparative study', 'survey', 'pilot study', 'critique', 'reply', 'review', 'history', 'user’s guide', 'study in method', 'practical guide', 'new approach'])}`,
      () => `evidence from ${where()}`,
      () => `the case of ${where()}, ${year()}–${year() % 100 < 10 ? `0${year() % 10}` : r.int(10, 99)}`,
      () => `${year()}–${year()}`,
      () => `lessons from ${plural(noun())}`,
      () => `toward a theory of ${thing()}`,
      () => `part ${r.pick(['I', 'II', 'III', '1', '2', 'two'])}`,
      () => `essays in honour of ${person(r, half).given} ${someone()}`,
      () => `from ${thing()} to ${thing()}`,
      () => `${thing()}, ${thing()}, and ${thing()}`,
    ])();
  const plainTitle = (): string =>
    r.pick<() => string>([
      () => thing(),
      () => `${thing()} in ${where()}`,
      () => `${thing()} and ${thing()}`,
      () => `${thing()} and ${thing()} in ${where()}`,
      () => `the ${noun()} of ${thing()} in ${plural(noun())}`,
      () => `effects of ${thing()} on ${thing()} in ${r.pick(AGENTS)}`,
      () => `${stock(GERUNDS)} ${thing()}`,
      () => `${stock(GERUNDS)} ${thing()} with ${thing()}`,
      () => `on the ${noun()} of ${thing()}`,
      () => `a ${adjective()} model of ${thing()} for ${thing()}`,
      () => `${thing()} among ${r.pick(AGENTS)} aged ${r.int(3, 60)}–${r.int(61, 90)}`,
      () => `${thing()} in ${where()}, ${year()}–${year()}`,
      () => `${thing()} since ${year()}`,
      () => `${number()} ${plural(noun())} of ${thing()}`,
      () => `${code()} and ${thing()} in ${r.pick(AGENTS)}`,
      () => `${thing()} of ${code()} by ${code()} ${noun()}`,
      () => `${species()}, a new species from ${where()}`,
      () => `${quoted()}: ${thing()} in ${where()}`,
      () => `${quoted()} and the ${noun()} of ${thing()}`,
      () => `why ${plural(noun())} matter`,
      () => `what is ${thing()}?`,
      () => `do ${plural(noun())} ${r.pick(['matter', 'change', 'learn', 'follow', 'move'])}?`,
      () => `is ${thing()} ${adjective()}? ${cap(thing())} and ${thing()}`,
      () => `how ${adjective()} is ${thing()}? ${cap(method())}`,
      () => `${someone()}’s ${noun()} and ${thing()}`,
      () => `${someone()} on ${thing()}`,
      () => `${thing()} ${r.pick(['I', 'II', 'III', 'IV'])}`,
      () => `${thing()} vs. ${thing()}`,
      () => `${thing()} (${r.pick([code(), adjective(), String(year())])})`,
      () => `${thing()}!`,
      () => `toward ${thing()}`,
      () => `in the ${noun()}`,
      () => `in ${thing()}`,
      () => `the ${noun()} ${r.pick(['A', 'B', 'E', 'M', 'S', 'X'])}`,
      () => `from ${where()} to ${place(r, half)}`,
      () => `introduction`,
      () => `introduction to ${thing()}`,
      () => `principles of ${thing()}`,
      () =>
        `${r.pick(['handbook', 'encyclopedia', 'dictionary', 'companion', 'history', 'atlas'])} of ${thing()}`,
      () => `the ${adjective()} ${noun()}`,
      () => noun(),
      () => (r.chance(0.3) ? `${noun()} ${number()}` : thing()),
      () => `${r.int(1500, 2025)}: ${thing()}`,
      () => (r.chance(0.3) ? `${thing()} at ${number()}` : `${thing()} at the ${noun()}`),
      () => `${thing()} for ${r.pick(AGENTS)}`,
      () => `${thing()}, ${thing()}, and ${thing()}`,
      () => `${thing()}, ${noun()}, ${noun()} & ${noun()}`,
      () => `${noun()} & ${noun()}`,
      () => `${plural(noun())} and ${plural(noun())}: ${thing()}, ${thing()}, and ${thing()}`,
      () => `${adjective()} ${noun()}, ${adjective()} ${noun()}`,
      () =>
        `${stock(GERUNDS)} ${plural(noun())}: ${thing()}, ${thing()} and ${thing()} of ${person(r, half).given} ${someone()}`,
      () => `the U.S. ${noun()} and ${thing()}`,
      () => `the ${noun()} of ${person(r, half).given} ${someone()}`,
      () => `${noun()}, or ${thing()}`,
      () =>
        `${thing()}: a ${r.pick(['manual', 'guide', 'checklist', 'bibliography', 'memoir', 'reader', 'primer', 'catalogue'])} of ${thing()}, ${r.int(1500, 1700)}–${r.int(1701, 1999)}`,
      () => `${stock(GERUNDS)} ${noun()}`,
      () => `${adjective()} ${plural(noun())}`,
      () => `${someone()}, ${thing()}, and the ${noun()} of ${thing()}`,
    ])();
  let text = plainTitle();
  if (r.chance(0.38) && !/[:?]/.test(text))
    text += `${r.pick([': ', ': ', ': ', ': ', ' – ', ' - ', '. ', '—'])}${r.chance(0.55) ? method() : plainTitle()}`;
  text = cap(text).replace(/([:.?–—]\s?)(\p{Ll})/gu, (m, a: string, b: string) =>
    r.chance(0.6) ? a + b.toUpperCase() : m,
  );
  if (r.chance(0.4)) text = headline(text);
  if (r.chance(0.006)) text = text.toUpperCase();
  return { text, language: 'en' };
}
/** What a journal or a series is about. */
export const matter = (r: Random, half: Half): string => {
  for (;;) {
    const w = r.chance(0.25)
      ? r.pick(PREFIX) +
        r.pick(
          list(
            'logy graphy metrics biology chemistry physics genetics medicine history linguistics ethics mechanics dynamics economics',
          ),
        )
      : cap(r.pick(NOUNS));
    if (inHalf(w, half))
      return cap(r.chance(0.3) ? `${r.pick(ADJECTIVES)} ${w}` : w).replace(/ \p{Ll}/u, (m) =>
        m.toUpperCase(),
      );
  }
};
