/**
 * Small vocabularies of eleven languages besides English: enough for titles and abstracts that read as
 * theirs.
 */
import type { Language } from '../../core/model/kinds';

export interface ForeignVocabulary {
  readonly topics: readonly string[];
  readonly aspects: readonly string[];
  /** {T} topic, {U} another topic, {A} aspect, {P} place. */
  readonly titles: readonly string[];
  readonly sentences: readonly string[];
}
const v = (topics: string, aspects: string, titles: string, sentences: string): ForeignVocabulary => ({
  topics: topics.split(';'),
  aspects: aspects.split(';'),
  titles: titles.split(';'),
  sentences: sentences.split(';'),
});

export const FOREIGN: Readonly<Partial<Record<Language, ForeignVocabulary>>> = {
  de: v(
    'Küstenfischerei;Algenzucht;Hafenstädte;Volksküche;Schulbibliotheken;Moorlandschaften;Gesundheitsämter;Wohnungsbau;Kirchenmusik;Grenzdörfer;Lesegesellschaften;Sprachinseln;Brückenbau;Wattenmeer;Zeitungswesen;Landwirtschaft',
    'Erinnerung;Nachhaltigkeit;Eigentum;Ernährungssicherheit;Überlieferung;Öffentlichkeit;Bildung;Risikobewertung;Verwaltung;Wahrnehmung',
    '{T} und {A}: Studien aus {P};Zur Geschichte der {T} in {P};{T} im Wandel;Zwischen {T} und {U};Grundzüge der {T};Was heißt {A}? Überlegungen zur {T};{A} in der {T}: eine Bestandsaufnahme;Die vergessenen Quellen der {T}',
    'Der Beitrag untersucht {T} anhand bislang unbekannter Quellen aus {P}.;Im Mittelpunkt steht die Frage nach der {A}.;Die Ergebnisse zeigen deutliche Unterschiede zwischen den Regionen.;Abschließend werden Folgerungen für {U} gezogen.',
  ),
  fr: v(
    'les algues comestibles;la pêche côtière;les marchés ruraux;les bibliothèques populaires;le littoral;les récits de voyage;la cuisine insulaire;les hôpitaux de province;les écoles bilingues;le droit du rivage;les fêtes patronales;la presse locale;les zones humides;les coopératives laitières',
    'mémoire collective;sécurité alimentaire;propriété;transmission;santé publique;paysage;identité régionale;régulation;goût;inégalités',
    '{T} : entre {A} et usage;Penser {T} à {P};{T} et {A}, une relecture;Pour une histoire de {T};L’invention d’un patrimoine : {T};Enquête sur {T} ({P});De {T} à {U};Les métamorphoses : {T} face à {U}',
    'Cet article examine {T} à partir d’archives inédites de {P}.;Nous montrons que la {A} y joue un rôle décisif.;Les entretiens révèlent des pratiques très contrastées.;En conclusion, l’étude propose de relier {U} aux politiques publiques.',
  ),
  es: v(
    'las algas marinas;la pesca artesanal;los mercados de barrio;la enseñanza rural;las huertas urbanas;la poesía popular;los puertos pequeños;la memoria obrera;los archivos parroquiales;las lenguas isleñas;el agua potable;la cocina costera',
    'seguridad alimentaria;identidad;gobernanza;tradición oral;desigualdad;sostenibilidad;percepción del riesgo;propiedad comunal;salud infantil;migración',
    '{T} y {A} en {P};Hacia una historia de {T};{A}: el caso de {T};Entre {T} y {U};¿Quién decide sobre {T}? Notas desde {P};Nuevas miradas sobre {T};El legado de {T}',
    'El artículo analiza {T} a partir de fuentes recogidas en {P}.;Se discute el papel de la {A} en la vida cotidiana.;Los resultados muestran diferencias notables según la región.;Se proponen nuevas líneas de trabajo sobre {U}.',
  ),
  it: v(
    'le alghe commestibili;la pesca costiera;i mercati cittadini;le biblioteche scolastiche;la musica popolare;i borghi di confine;le saline;le riviste letterarie;gli orti urbani;la sanità locale;i dialetti insulari;le feste stagionali',
    'memoria;sicurezza alimentare;paesaggio;proprietà;traduzione;ospitalità;rischio;cittadinanza;gusto;tutela',
    '{T}: storia e {A};{T} a {P}, un profilo;Sulla {A}: {T} tra passato e presente;Tra {T} e {U};Per una geografia di {T};Ripensare {T};Fonti inedite per {T}',
    'Il saggio ricostruisce {T} attraverso documenti di {P}.;L’attenzione si concentra sulla {A} e sui suoi protagonisti.;I dati mostrano una notevole varietà locale.;Si suggeriscono infine confronti con {U}.',
  ),
  pt: v(
    'as algas comestíveis;a pesca artesanal;as escolas do litoral;os mercados municipais;a música de trabalho;as salinas;os arquivos locais;a saúde rural;as festas do mar;os bairros portuários;as hortas comunitárias',
    'segurança alimentar;memória;gestão costeira;tradição;desigualdade;paisagem;cooperação;educação;direito de acesso',
    '{T} e {A} em {P};Para uma história: {T};{T}: um estudo de caso;Entre {T} e {U};O futuro em debate: {T};{A} e território: {T}',
    'Este estudo discute {T} com base em entrevistas realizadas em {P}.;A {A} surge como tema central.;Os resultados apontam para mudanças graduais.;Por fim, comparam-se {T} e {U}.',
  ),
  nl: v(
    'zeewierteelt;kustdorpen;dijkbewaking;schooltuinen;streektaal;volkshuisvesting;havenarbeid;leesclubs;waterschappen;marktkooplieden;veengebieden',
    'voedselzekerheid;eigendom;herinnering;toegankelijkheid;duurzaamheid;vertrouwen;smaak;bestuur',
    '{T} en {A}: een verkenning;De toekomst van {T} in {P};{T} tussen traditie en vernieuwing;Over {A} en {T};Van {T} naar {U};Wie betaalt voor {T}?',
    'Dit artikel bespreekt {T} aan de hand van onderzoek in {P}.;De {A} blijkt sterk te verschillen per gemeente.;De auteurs pleiten voor meer aandacht voor {U}.',
  ),
  sv: v(
    'tångodling;skärgårdsfiske;folkbibliotek;hemspråksundervisning;kustjordbruk;fyrplatser;matkultur;arbetarrörelsen;våtmarker;körsång;vårdcentraler',
    'livsmedelsförsörjning;minneskultur;äganderätt;hälsa;tillit;landskap;delaktighet;smak',
    '{T} och {A} i {P};Från {T} till {U};{T}: en översikt;Att förstå {T};{A} genom {T};Frågor om {T} och {A}',
    'Artikeln undersöker {T} med exempel från {P}.;Resultaten visar att {A} har fått ökad betydelse.;Slutligen diskuteras {U} som en möjlig väg framåt.',
  ),
  nb: v(
    'tarehøsting;kystkultur;fiskevær;folkehøgskoler;bygdebøker;ferjesamband;matvaner;havneplaner;myrområder;sjømerker;helsestasjoner',
    'matsikkerhet;bærekraft;eiendomsrett;fellesskap;hukommelse;tilgang;smak;forvaltning',
    '{T} og {A}: erfaringer fra {P};Mellom {T} og {U};{T} før og nå;Hva er {A}? Om {T};En studie av {T} i {P};{T} under press',
    'Artikkelen drøfter {T} på bakgrunn av feltarbeid i {P}.;Funnene tyder på at {A} blir viktigere.;Vi peker også på sammenhengen med {U}.',
  ),
  da: v(
    'tangsuppe og tangbrød;kystfiskeri;folkebiblioteker;havnebyer;skolehaver;strandjagt;andelsmejerier;højskolesang;vådområder;sundhedspleje;færgeruter',
    'fødevaresikkerhed;bæredygtighed;ejendomsret;erindring;tillid;smag;planlægning',
    '{T} og {A};Om {T} i {P};{T}: historie og nutid;Fra {T} til {U};Nye veje for {T};{A} set gennem {T}',
    'Artiklen belyser {T} med materiale fra {P}.;Det fremgår, at {A} spiller en væsentlig rolle.;Afslutningsvis sammenlignes {T} med {U}.',
  ),
  fi: v(
    'merilevän viljely;saaristokalastus;kyläkirjastot;kouluruokailu;suomaisemat;kansanlaulut;satamakaupungit;neuvolat;lukupiirit;majakkasaaret',
    'ruokaturva;kestävyys;muisti;omistusoikeus;luottamus;yhteisöllisyys;maku',
    '{T} ja {A};Näkökulmia: {T} ja {U};{T} muutoksessa;Miksi {A}? Tapaustutkimus: {T};{T} – katsaus ({P})',
    'Artikkeli tarkastelee aihetta {T} alueella {P}.;Tulosten mukaan {A} on keskeinen tekijä.;Lopuksi pohditaan, mitä {U} merkitsee tuleville tutkimuksille.',
  ),
  tr: v(
    'yosun yetiştiriciliği;kıyı balıkçılığı;mahalle kütüphaneleri;köy okulları;liman kentleri;halk türküleri;sulak alanlar;ev yemekleri;yerel basın;sağlık ocakları',
    'gıda güvenliği;sürdürülebilirlik;mülkiyet;toplumsal bellek;güven;erişim;tat',
    '{T} ve {A};{T} üzerine bir inceleme: {P};{T}: dünü ve bugünü;{A} bağlamında {T};{T} ile {U} arasında',
    'Bu çalışma {T} konusunu {P} örneğinde ele almaktadır.;Bulgular {A} açısından önemli farklar göstermektedir.;Sonuç olarak {U} için öneriler sunulmaktadır.',
  ),
};
