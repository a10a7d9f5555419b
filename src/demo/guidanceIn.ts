/** What the made-up university's databases and study guides are called in its readers' other languages. */
import type { StudyGuide } from '../core/discovery/guidance';

/** By id of the database: what it is, and what of it is not in the index. */
type SaidDatabases = Readonly<Record<string, readonly [about: string, missing: string]>>;
export const DATABASES_IN: Readonly<Record<string, SaidDatabases>> = {
  de: {
    abstrakta: [
      'Zusammenfassungen von Aufsätzen aller Fächer seit 1950.',
      'Ihre Tagungsbeiträge vor 1990 stehen nicht in unserem Index.',
    ],
    tidelaw: [
      'Entscheidungen von Küstengerichten mit Leitsätzen.',
      'Keine ihrer Entscheidungen steht in unserem Index: Wir haben Aufsätze über das Recht, nicht das Recht selbst.',
    ],
    landfall: [
      'Zeitreihen über Handel, Fischerei, Bevölkerung und Preise.',
      'Ihre Zahlen stehen nicht in unserem Index, nur Berichte, die sie anführen.',
    ],
    gantrybase: [
      'Normen und technische Schriften.',
      'Normen sind nur dort verzeichnet; unser Index hat die Schriften.',
    ],
    wardround: [
      'Systematische Übersichten und klinische Kurzfassungen.',
      'Klinische Kurzfassungen für das Krankenbett stehen nicht in unserem Index.',
    ],
    lanternplates: [
      'Bilder von Bauten, Kunstwerken und Bühnenbildern.',
      'Bilder stehen nicht in unserem Index: Suchen Sie dort, was anzusehen ist.',
    ],
    scorehouse: [
      'Noten und Aufnahmen zum Anhören.',
      'Einzelne Stücke stehen nicht in unserem Index, nur ganze Aufnahmen.',
    ],
    herringpress: [
      'Zeitungen der Küste, 1790–1950, Seite für Seite.',
      'Zeitungen vor 1985 stehen nicht in unserem Index.',
    ],
    strata: ['Karten und Vermessungsberichte.', ''],
    mothlight: [
      'Wo und wann Arten gesehen wurden.',
      'Ihre Beobachtungen sind Daten, keine Schriften, und stehen nicht in unserem Index.',
    ],
    lexica: ['Wortlisten und Tonproben.', 'Tonproben stehen nicht in unserem Index.'],
    treatybox: ['Verträge und ihre Unterzeichner.', 'Verträge stehen nicht in unserem Index.'],
  },
  fr: {
    abstrakta: [
      'Résumés d’articles de toutes les disciplines depuis 1950.',
      'Ses résumés de congrès d’avant 1990 ne sont pas dans notre index.',
    ],
    tidelaw: [
      'Décisions des tribunaux côtiers, avec sommaires.',
      'Aucune de ses décisions n’est dans notre index : nous avons des articles sur le droit, non le droit lui-même.',
    ],
    landfall: [
      'Séries chronologiques sur le commerce, la pêche, la population et les prix.',
      'Ses chiffres ne sont pas dans notre index ; seulement des rapports qui les citent.',
    ],
    gantrybase: [
      'Normes et écrits techniques.',
      'Les normes ne sont recensées que là ; notre index a les écrits.',
    ],
    wardround: [
      'Revues systématiques et synthèses cliniques.',
      'Les synthèses cliniques pour le chevet ne sont pas dans notre index.',
    ],
    lanternplates: [
      'Images de bâtiments, d’œuvres d’art et de décors.',
      'Les images ne sont pas dans notre index : cherchez là ce qui se regarde.',
    ],
    scorehouse: [
      'Partitions et enregistrements à écouter.',
      'Les morceaux seuls ne sont pas dans notre index, seulement les enregistrements entiers.',
    ],
    herringpress: [
      'Journaux de la côte, 1790–1950, page par page.',
      'Les journaux d’avant 1985 ne sont pas dans notre index.',
    ],
    strata: ['Cartes et rapports de relevés.', ''],
    mothlight: [
      'Où et quand des espèces ont été vues.',
      'Ses observations sont des données, non des écrits, et ne sont pas dans notre index.',
    ],
    lexica: ['Listes de mots et échantillons sonores.', 'Les échantillons ne sont pas dans notre index.'],
    treatybox: ['Traités et leurs signataires.', 'Les traités ne sont pas dans notre index.'],
  },
  es: {
    abstrakta: [
      'Resúmenes de artículos de todas las materias desde 1950.',
      'Sus resúmenes de congresos anteriores a 1990 no están en nuestro índice.',
    ],
    tidelaw: [
      'Decisiones de tribunales costeros, con sumarios.',
      'Ninguna de sus decisiones está en nuestro índice: tenemos artículos sobre el derecho, no el derecho mismo.',
    ],
    landfall: [
      'Series sobre comercio, pesca, población y precios.',
      'Sus cifras no están en nuestro índice; solo informes que las citan.',
    ],
    gantrybase: [
      'Normas y escritos técnicos.',
      'Las normas solo constan allí; nuestro índice tiene los escritos.',
    ],
    wardround: [
      'Revisiones sistemáticas y síntesis clínicas.',
      'Las síntesis clínicas para la cabecera no están en nuestro índice.',
    ],
    lanternplates: [
      'Imágenes de edificios, obras de arte y escenografías.',
      'Las imágenes no están en nuestro índice: busque allí lo que haya que mirar.',
    ],
    scorehouse: [
      'Partituras y grabaciones para escuchar.',
      'Las piezas sueltas no están en nuestro índice, solo grabaciones enteras.',
    ],
    herringpress: [
      'Periódicos de la costa, 1790–1950, página por página.',
      'Los periódicos anteriores a 1985 no están en nuestro índice.',
    ],
    strata: ['Mapas e informes de levantamientos.', ''],
    mothlight: [
      'Dónde y cuándo se vieron especies.',
      'Sus avistamientos son datos, no escritos, y no están en nuestro índice.',
    ],
    lexica: ['Listas de palabras y muestras de sonido.', 'Las muestras no están en nuestro índice.'],
    treatybox: ['Tratados y sus firmantes.', 'Los tratados no están en nuestro índice.'],
  },
  pt: {
    abstrakta: [
      'Resumos de artigos de todos os assuntos desde 1950.',
      'Seus resumos de congressos anteriores a 1990 não estão no nosso índice.',
    ],
    tidelaw: [
      'Decisões de tribunais costeiros, com ementas.',
      'Nenhuma de suas decisões está no nosso índice: temos artigos sobre o direito, não o próprio direito.',
    ],
    landfall: [
      'Séries sobre comércio, pesca, população e preços.',
      'Seus números não estão no nosso índice; só relatórios que os citam.',
    ],
    gantrybase: ['Normas e escritos técnicos.', 'As normas constam só lá; o nosso índice tem os escritos.'],
    wardround: [
      'Revisões sistemáticas e sínteses clínicas.',
      'As sínteses clínicas para o leito não estão no nosso índice.',
    ],
    lanternplates: [
      'Imagens de edifícios, obras de arte e cenários.',
      'As imagens não estão no nosso índice: busque lá o que é para ver.',
    ],
    scorehouse: [
      'Partituras e gravações para ouvir.',
      'Faixas avulsas não estão no nosso índice, só gravações inteiras.',
    ],
    herringpress: [
      'Jornais da costa, 1790–1950, página por página.',
      'Jornais anteriores a 1985 não estão no nosso índice.',
    ],
    strata: ['Mapas e relatórios de levantamentos.', ''],
    mothlight: [
      'Onde e quando espécies foram vistas.',
      'Suas observações são dados, não escritos, e não estão no nosso índice.',
    ],
    lexica: ['Listas de palavras e amostras de som.', 'As amostras não estão no nosso índice.'],
    treatybox: ['Tratados e seus signatários.', 'Os tratados não estão no nosso índice.'],
  },
  tr: {
    abstrakta: [
      '1950’den beri bütün konulardan makale özetleri.',
      '1990’dan önceki bildiri özetleri dizinimizde yoktur.',
    ],
    tidelaw: [
      'Kıyı mahkemelerinin kararları, başlık notlarıyla.',
      'Kararlarının hiçbiri dizinimizde yoktur: hukukun kendisi değil, hukuk üzerine makaleler bizdedir.',
    ],
    landfall: [
      'Ticaret, balıkçılık, nüfus ve fiyat üzerine zaman dizileri.',
      'Sayıları dizinimizde yoktur; yalnızca onlara başvuran raporlar vardır.',
    ],
    gantrybase: [
      'Standartlar ve teknik yazılar.',
      'Standartlar yalnızca orada yer alır; yazılar dizinimizdedir.',
    ],
    wardround: [
      'Sistematik derlemeler ve klinik özetler.',
      'Hasta başı için klinik özetler dizinimizde yoktur.',
    ],
    lanternplates: [
      'Yapı, sanat yapıtı ve sahne tasarımı resimleri.',
      'Resimler dizinimizde yoktur: bakılacak şeyleri orada arayın.',
    ],
    scorehouse: [
      'Notalar ve dinlenecek kayıtlar.',
      'Tek tek parçalar dizinimizde yoktur, yalnızca bütün kayıtlar vardır.',
    ],
    herringpress: [
      'Kıyının gazeteleri, 1790–1950, sayfa sayfa.',
      '1985’ten önceki gazeteler dizinimizde yoktur.',
    ],
    strata: ['Haritalar ve etüt raporları.', ''],
    mothlight: [
      'Türlerin nerede ve ne zaman görüldüğü.',
      'Gözlemleri yazı değil veridir ve dizinimizde yoktur.',
    ],
    lexica: ['Sözcük listeleri ve ses örnekleri.', 'Ses örnekleri dizinimizde yoktur.'],
    treatybox: ['Antlaşmalar ve imzaları.', 'Antlaşmalar dizinimizde yoktur.'],
  },
  ar: {
    abstrakta: ['مستخلصات مقالات في كل الموضوعات منذ 1950.', 'مستخلصات مؤتمراتها قبل 1990 ليست في فهرسنا.'],
    tidelaw: [
      'أحكام المحاكم الساحلية مع خلاصاتها.',
      'لا شيء من أحكامها في فهرسنا: عندنا مقالات عن القانون لا القانون نفسه.',
    ],
    landfall: [
      'سلاسل زمنية عن التجارة والصيد والسكان والأسعار.',
      'أرقامها ليست في فهرسنا؛ فيه فقط تقارير تستشهد بها.',
    ],
    gantrybase: ['معايير وأوراق تقنية.', 'المعايير مدرجة هناك فقط؛ وفي فهرسنا الأوراق.'],
    wardround: ['مراجعات منهجية وخلاصات سريرية.', 'الخلاصات السريرية لجانب السرير ليست في فهرسنا.'],
    lanternplates: ['صور مبانٍ وأعمال فنية ومناظر مسرحية.', 'الصور ليست في فهرسنا: ابحث هناك عما يُنظر إليه.'],
    scorehouse: ['نوتات وتسجيلات للاستماع.', 'القطع المفردة ليست في فهرسنا، بل التسجيلات الكاملة فقط.'],
    herringpress: ['صحف الساحل، 1790–1950، صفحة صفحة.', 'الصحف قبل 1985 ليست في فهرسنا.'],
    strata: ['خرائط وتقارير مسح.', ''],
    mothlight: ['أين ومتى شوهدت الأنواع.', 'مشاهداتها بيانات لا كتابات، وليست في فهرسنا.'],
    lexica: ['قوائم كلمات وعينات صوتية.', 'العينات ليست في فهرسنا.'],
    treatybox: ['معاهدات وتوقيعاتها.', 'المعاهدات ليست في فهرسنا.'],
  },
};

/** What a guide is made of: words and headings stay those of the index, which are to be searched for. */
export interface GuideOf {
  /** What the subject is called in the language. */
  readonly subject: string;
  readonly headings: string;
  readonly words: string;
  readonly methods: string;
  readonly lc: string;
  readonly dewey: string;
}
type SaidGuide = (of: GuideOf) => Pick<StudyGuide, 'title' | 'about' | 'steps'>;
export const GUIDES_IN: Readonly<Record<string, SaidGuide>> = {
  de: (g) => ({
    title: `Sich zurechtfinden: ${g.subject}`,
    about: `Wo anzufangen ist, wie die Schlagwörter heißen und wie die Literatur entsteht: ${g.subject}.`,
    steps: [
      `Von einem Schlagwort ausgehen, nicht von einem Wort: ${g.headings}.`,
      `Wörter, die in Texten stehen: ${g.words}.`,
      `Fragen, wie es herausgefunden wurde; üblich sind hier: ${g.methods}.`,
      `Im Regal: Klasse ${g.lc} (Library of Congress) oder ${g.dewey} (Dewey).`,
    ],
  }),
  fr: (g) => ({
    title: `S’orienter : ${g.subject}`,
    about: `Où commencer, comment s’appellent les vedettes et comment se fait la littérature : ${g.subject}.`,
    steps: [
      `Partez d’une vedette plutôt que d’un mot : ${g.headings}.`,
      `Mots qu’emploient les auteurs : ${g.words}.`,
      `Demandez comment on l’a su ; ici, souvent : ${g.methods}.`,
      `En rayon : classe ${g.lc} (Library of Congress) ou ${g.dewey} (Dewey).`,
    ],
  }),
  es: (g) => ({
    title: `Orientarse: ${g.subject}`,
    about: `Por dónde empezar, cómo se llaman los encabezamientos y cómo se hace la literatura: ${g.subject}.`,
    steps: [
      `Parta de un encabezamiento y no de una palabra: ${g.headings}.`,
      `Palabras que usan quienes escriben: ${g.words}.`,
      `Pregunte cómo se averiguó; aquí son comunes: ${g.methods}.`,
      `En la estantería: clase ${g.lc} (Library of Congress) o ${g.dewey} (Dewey).`,
    ],
  }),
  pt: (g) => ({
    title: `Orientar-se: ${g.subject}`,
    about: `Por onde começar, como se chamam os cabeçalhos e como se faz a literatura: ${g.subject}.`,
    steps: [
      `Parta de um cabeçalho, e não de uma palavra: ${g.headings}.`,
      `Palavras que os autores usam: ${g.words}.`,
      `Pergunte como se descobriu; aqui são comuns: ${g.methods}.`,
      `Na estante: classe ${g.lc} (Library of Congress) ou ${g.dewey} (Dewey).`,
    ],
  }),
  tr: (g) => ({
    title: `Yolunu bulmak: ${g.subject}`,
    about: `Nereden başlanır, konu başlıkları nelerdir, yazını nasıl oluşur: ${g.subject}.`,
    steps: [
      `Bir sözcükten değil, bir konu başlığından başlayın: ${g.headings}.`,
      `Yazarların kullandığı sözcükler: ${g.words}.`,
      `Nasıl bulunduğunu sorun; burada sık görülenler: ${g.methods}.`,
      `Rafta: sınıf ${g.lc} (Library of Congress) ya da ${g.dewey} (Dewey).`,
    ],
  }),
  ar: (g) => ({
    title: `كيف تجد طريقك: ${g.subject}`,
    about: `من أين تبدأ، وما أسماء رؤوس الموضوعات، وكيف تتكون أدبيات المجال: ${g.subject}.`,
    steps: [
      `ابدأ من رأس موضوع لا من كلمة: ${g.headings}.`,
      `كلمات يستعملها الكتّاب: ${g.words}.`,
      `اسأل كيف عُرف ذلك؛ والشائع هنا: ${g.methods}.`,
      `على الرف: الصنف ${g.lc} (Library of Congress) أو ${g.dewey} (Dewey).`,
    ],
  }),
};
