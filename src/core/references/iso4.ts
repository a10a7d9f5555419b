/**
 * Titles of journals shortened as ISO 4 says: small words left out, words of a list cut at its place and closed
 * with a stop, titles of one word left whole. The list of the standard (LTWA) has some fifty thousand beginnings
 * and is not ours to ship; here are those that stand in most titles, in seven languages, and what is in neither is
 * left as it is.
 */
import { table } from '../table';
import { fold, SMALL_WORDS, words } from '../words/fold';

/** Beginnings of words, and what they become; the longest that fits is taken. */
const BEGINNINGS: Readonly<Record<string, string>> = Object.fromEntries(
  `abstract:abstr academ:acad acoust:acoust administr:adm advanc:adv aeronaut:aeronaut africa:afr agric:agric
  agron:agron algebr:algebr allerg:allergy ameri:am analys:anal analyt:anal anat:anat anesth:anesth angew:angew annal:ann
  annual:annu anthropol:anthropol antibiot:antibiot antiqu:antiq appli:appl aquat:aquat archaeol:archaeol archäolog:archäol
  architect:archit archiv:arch asia:asian association:assoc astron:astron astrophys:astrophys atmos:atmos australas:australas
  austral:aust automat:autom bacteriol:bacteriol behavio:behav beihefte:beih beiträg:beitr bericht:ber bibliograph:bibliogr bibliothe:bibl
  biochem:biochem biolog:biol biomed:biomed biophys:biophys biotechnol:biotechnol blätter:bl botan:bot brain:brain
  brasil:bras brazil:braz brit:br bulletin:bull busin:bus cahier:cah canad:can cancer:cancer cardiol:cardiol cataly:catal cell:cell
  ceram:ceram chem:chem child:child chin:chin chirurg:chir chromatogr:chromatogr circul:circ civil:civ classic:class climat:clim
  clinic:clin cognit:cogn colloid:colloid collect:collect combinat:comb combust:combust commun:commun compar:comp complex:complex
  composit:compos comput:comput conferenc:conf congr:congr conserv:conserv construct:constr contemp:contemp contribut:contrib control:control
  corros:corros cosm:cosm critic:crit crystal:cryst cuadern:cuad cultur:cult current:curr deep:deep dental:dent dermatol:dermatol
  desarroll:desarro design:des deutsch:dtsch develop:dev diabet:diabetes digest:dig disabil:disabil diseas:dis drug:drug earth:earth ecolog:ecol
  econom:econ edition:ed educ:educ electr:electr electrochem:electrochem electron:electron element:elem embry:embryol emerg:emerg
  endocrin:endocrinol energ:energy engineer:eng english:engl entomol:entomol environ:environ enzym:enzyme epidemiol:epidemiol
  ergonom:ergon estud:estud ethic:ethics ethn:ethn europ:eur evolut:evol experiment:exp famil:fam fertil:fertil filosof:filos
  financ:finance fisher:fish food:food forens:forensic forest:for forsch:forsch fortschritt:fortschr foundation:found franç:fr frontier:front
  function:funct fuzzy:fuzzy gastroenterol:gastroenterol gazett:gaz gender:gender genealog:geneal general:gen genet:genet genom:genome
  geochem:geochem geograph:geogr geolog:geol geometr:geom geophys:geophys geotech:geotech geriatr:geriatr german:ger gerontol:gerontol
  geschicht:gesch gesellschaft:ges gesundheit:gesundh gynecol:gynecol health:health heart:heart hematol:hematol heredit:hered herit:herit
  heterocycl:heterocycl histoch:histochem histor:hist horticult:hortic hospital:hosp human:hum hydraul:hydraul hydrolog:hydrol hygien:hyg imag:imaging
  immunol:immunol indian:indian indust:ind infect:infect inform:inf inorgan:inorg insect:insect institut:inst instrum:instrum integr:integr
  intellig:intell interact:interact interdisc:interdiscip internat:int intern:intern invent:invent investig:investig iran:iran isra:isr ital:ital
  jahrbuch:jahrb japan:jpn journal:j jurispr:jurisprud kansas:kans kidney:kidney kristallogr:kristallogr kulturgesch:kulturgesch laborator:lab
  language:lang latin:lat lectur:lect legal:leg letter:lett liber:lib librar:libr limnol:limnol linear:linear linguist:linguist liquid:liq liter:lit
  liver:liver local:local logic:log london:lond magaz:mag magnet:magn manag:manage mannheim:mannh manufact:manuf marin:mar maritim:marit
  market:mark material:mater mathem:math matter:matter mechan:mech medic:med medieval:mediev medizin:med meeting:meet membran:membr
  memoir:mem mental:ment metab:metab metal:met metallurg:metall meteorol:meteorol method:methods mexic:mex microbiol:microbiol microsc:microsc
  militar:mil mineral:mineral mining:min mitteilung:mitt model:model modern:mod molec:mol monatsschr:monatsschr monograph:monogr monthl:mon
  museum:mus music:music mutat:mutat mycolog:mycol nanotech:nanotechnol nation:natl natur:nat naturf:naturforsch naval:nav neder:ned neural:neural
  neurol:neurol neuropsych:neuropsychol neurosci:neurosci newslett:newsl nord:nord norweg:norw nuclear:nucl nuclei:nucleic nurs:nurs nutrit:nutr
  obstet:obstet occup:occup ocean:ocean oceanogr:oceanogr oncol:oncol operat:oper ophthalm:ophthalmol optic:opt optim:optim organ:org
  organiz:organ ornithol:ornithol orthop:orthop österreich:österr otolaryn:otolaryngol pacif:pac paediatr:paediatr palaeo:palaeontol paleo:paleontol
  paper:pap parasit:parasitol part:part patholog:pathol pediatr:pediatr perform:perform periodic:period person:pers perspect:perspect petrol:pet
  pharmac:pharmacol pharmaz:pharm philolog:philol philosoph:philos phonet:phon photo:photo photograph:photogr physic:phys physik:phys physiol:physiol
  phytopathol:phytopathol plan:plann planet:planet plant:plant plasma:plasma polic:policy polit:polit pollut:pollut polym:polym popul:popul
  powder:powder practic:pract prehist:prehist preprint:prepr prevent:prev probab:probab problem:probl procedur:proced proceeding:proc
  process:process product:prod profess:prof program:program progress:prog protect:prot protein:protein psychiatr:psychiatry
  psychoanal:psychoanal psycholog:psychol public:public publicat:publ quantit:quant quantum:quantum quartern:quat quarter:q quadern:quad
  radiat:radiat radiol:radiol rapid:rapid rational:ration reaction:react record:rec recycl:recycl refriger:refrig regional:reg rehabil:rehabil
  relat:relat relig:relig remot:remote renew:renew report:rep reproduc:reprod research:res resourc:resour respirat:respir review:rev revist:rev revue:rev
  rheumat:rheumatol risk:risk rivist:riv robot:rob royal:r rural:rural safet:saf saúde:saúde scandinav:scand scien:sci scientif:sci
  school:sch schrift:schr scot:scott section:sect sedim:sediment seism:seism semin:semin sensor:sens separat:sep series:ser servic:serv sexual:sex
  simul:simul slav:slav social:soc societ:soc sociol:sociol software:softw soil:soil solid:solid soviet:sov spacecr:spacecr space:space spectr:spectrosc
  speech:speech sport:sports stand:stand statist:stat stochast:stoch structur:struct stud:stud surface:surf surg:surg survey:surv sustain:sustain
  symb:symb symp:symp syndrom:syndr synthes:synth system:syst teach:teach techn:tech technolog:technol tecnol:tecnol tect:tecton temper:temp
  texas:tex text:text textil:text theolog:theol theor:theor therap:ther therm:therm thorac:thorac tidskr:tidskr tidsskr:tidsskr tijdschr:tijdschr
  tissue:tissue topic:top topolog:topol toxicol:toxicol traditio:tradit traffic:traffic train:train transact:trans transfer:transfer
  transform:transform transl:transl transplant:transplant transport:transp travel:travel trauma:trauma treat:treat trop:trop tubercul:tuberc tumor:tumor
  ultras:ultrasound univers:univ unterricht:unterr untersuch:unters urban:urban urolog:urol vaccin:vaccine vacu:vac vascul:vasc veget:veg
  vehicl:veh verein:ver verfahren:verfahr verhandl:verh vertebr:vertebr veröffentlich:veröff veterin:vet vibrat:vib virol:virol virus:virus vision:vision
  vitam:vitam vocat:vocat volcan:volcanol water:water weather:weather weld:weld west:west wildlif:wildl wirtschaft:wirtsch wissensch:wiss
  women:women wood:wood work:work world:world yearb:yearb zeitschr:z zeitung:ztg zentralbl:zentralbl zool:zool`
    .trim()
    .split(/\s+/)
    .map((line) => line.split(':') as [string, string]),
);
const CUT = table(BEGINNINGS);
const LONGEST = Math.max(...Object.keys(BEGINNINGS).map((k) => k.length));
const LEFT_OUT = new Set(
  'a an and at by de del della delle der des di die do dos du e el en et for från für im in l la las le les los of og on per pour sur the till to und van voor y zur zum &'.split(
    ' ',
  ),
);

function shortened(word: string): string {
  const low = word.toLowerCase();
  for (let n = Math.min(LONGEST, low.length); n > 2; n--) {
    const cut = CUT.get(low.slice(0, n));
    if (cut === undefined || !(low.startsWith(cut) || contracts(cut, low))) continue;
    // What is not shorter is left whole.
    if (cut.length >= low.length - 1) return word;
    return `${/^\p{Lu}/u.test(word) ? cut.charAt(0).toUpperCase() + cut.slice(1) : cut}.`;
  }
  return word;
}
/**
 * The title as ISO 4 shortens it.
 * @example abbreviated('Journal of Coastal Chemistry') // 'J. Coastal Chem.'
 */
export function abbreviated(name: string): string {
  const [main = name, ...rest] = name.split(/:\s+/);
  const own = main
    .split(/\s+/)
    .map((w) => w.replace(/^(?:[ld]['’])(?=\p{L})/iu, ''))
    .filter((w, _, all) => all.length === 1 || !LEFT_OUT.has(w.toLowerCase()));
  if (own.length === 1) return own[0] as string;
  const body = own
    .map((w) => w.split('-').map(shortened).join('-'))
    .map((w) => w.replace(/,$/, ''))
    .join(' ');
  return rest.length && /^(?:section|part|series)\b/i.test(rest.join(' '))
    ? `${body} ${rest.join(' ').replace(/^\w+\s/, '')}`
    : body;
}

/** Words that count, folded. */
const telling = (text: string): string[] =>
  words(text.replace(/&/g, ' ')).filter((w) => !SMALL_WORDS.has(w) && !LEFT_OUT.has(w));
/**
 * Whether one can be the other's short form: each word begins a word of the full title, in order, or it is made of
 * their first letters.
 */
export const abbreviates = (short: string, full: string): boolean => {
  // What stands behind a colon is left out of the short form.
  const main = full.split(/:\s/)[0] as string;
  return shortens(short, full) || (main !== full && shortens(short, main));
};
function shortens(short: string, full: string): boolean {
  const [a, b] = [telling(short), telling(full)];
  if (!a.length || a.length > b.length) return a.length === 1 && b.length === 1 && a[0] === b[0];
  let at = 0;
  const inOrder = a.every((w) => {
    const k = b.findIndex((l, i) => i >= at && (l.startsWith(w) || contracts(w, l)));
    at = k + 1;
    return k >= 0;
  });
  if (inOrder && a.length * 2 >= b.length) return true;
  const letters = fold(short).replace(/[^\p{L}]/gu, '');
  return a.length === 1 && b.length > 1 && letters === b.map((w) => w.charAt(0)).join('');
}
/** `Natl` of National, `Dtsch` of Deutsch: begins alike, and its letters come in order. */
function contracts(short: string, long: string): boolean {
  if (short.length < 3 || short[0] !== long[0]) return false;
  let at = 0;
  for (const c of short) {
    at = long.indexOf(c, at) + 1;
    if (!at) return false;
  }
  return true;
}
