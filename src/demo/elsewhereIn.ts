/** What one brings, may do and is asked at the places where readers of Tarnholm may read, in their other languages. */
import type { OtherElsewhere, OtherWords } from '../core/model/library';

/** What is said of several places, and of one alone. */
interface Said {
  readonly card: string;
  readonly shelves: string;
  readonly stacks: string;
  readonly clock: string;
  readonly laboratories: string;
  readonly pencil: string;
  readonly when: string;
  readonly what: string;
  readonly coast: Required<Pick<OtherElsewhere, 'directions' | 'conditions' | 'asks'>> & {
    readonly photograph: string;
  };
  readonly lamps: Required<Pick<OtherElsewhere, 'conditions' | 'asks'>> & { readonly letter: string };
}
function places(s: Said): OtherWords['elsewhere'] {
  const library = { bring: [s.card], conditions: [s.shelves, s.stacks] };
  const { photograph, ...coast } = s.coast;
  const { letter, ...lamps } = s.lamps;
  return {
    ostmere: { ...library, directions: s.clock },
    brackmoor: library,
    aldersund: { ...library, conditions: [s.laboratories] },
    marrowby: { ...library, asks: [s.when, s.what] },
    coastarchive: { ...coast, bring: [photograph, s.pencil] },
    lightworks: { ...lamps, bring: [letter, s.pencil] },
  };
}

export const ELSEWHERE_IN: Readonly<Record<string, OtherWords['elsewhere']>> = {
  de: places({
    card: 'Ihren Bibliotheksausweis, mit Lichtbild oder neben etwas, das eines hat.',
    shelves: 'Sie dürfen lesen, was in den offenen Regalen steht, und für Ihr Studium kopieren.',
    stacks: 'Was im Magazin steht, wird geholt, während Sie warten, bis eine Stunde vor Schluss.',
    clock: 'Zug nach Ostmere, zehn Minuten; die Tür ist unter der Uhr.',
    laboratories:
      'Sie dürfen lesen, was in den offenen Regalen steht; die Exemplare der Labore sind für deren Leute.',
    pencil:
      'Einen Bleistift; Stifte, Taschen und Mäntel bleiben im Schließfach, für das Sie eine Münze brauchen.',
    when: 'Tag und Stunde, zu der Sie kommen.',
    what: 'Signatur und Titel dessen, was Sie sehen wollen.',
    coast: {
      directions: 'Straßenbahn 2 bis Customs House; an der grünen Tür läuten.',
      photograph: 'Etwas mit Ihrem Lichtbild und Ihrer Anschrift.',
      conditions: [
        'Drei Kästen am Tag, einer zur Zeit auf dem Tisch.',
        'Aufnahmen ohne Blitz; für Papiere unter dreißig Jahren braucht es eine Erlaubnis.',
      ],
      asks: [
        'Woran Sie arbeiten, in zwei Sätzen, und für welchen Kurs.',
        'Welche Bestände Sie sehen wollen, nach ihren Nummern im Findbuch.',
        'Den Tag, an dem Sie kommen, und wie lange Sie bleiben.',
      ],
    },
    lamps: {
      letter: 'Einen Brief Ihrer Lehrerin oder Ihres Lehrers, der sagt, was Sie suchen.',
      conditions: ['Pläne und Zeichnungen zeigt die Archivarin; Kopien dauern eine Woche.'],
      asks: [
        'Name des Leuchtturms, und die Jahre.',
        'Ob Sie Pläne, Logbücher oder Briefe brauchen.',
        'Den Brief, als Datei.',
      ],
    },
  }),
  fr: places({
    card: 'Votre carte de bibliothèque, avec photographie ou à côté de quelque chose qui en porte une.',
    shelves: 'Vous pouvez lire ce qui est en libre accès, et copier pour votre étude.',
    stacks:
      'Ce qui est en magasin est apporté pendant que vous attendez, jusqu’à une heure avant la fermeture.',
    clock: 'Train pour Ostmere, dix minutes ; la porte est sous l’horloge.',
    laboratories:
      'Vous pouvez lire ce qui est en libre accès ; les exemplaires des laboratoires sont pour leurs membres.',
    pencil: 'Un crayon ; stylos, sacs et manteaux restent dans le casier, qui demande une pièce.',
    when: 'Le jour et l’heure de votre venue.',
    what: 'La cote et le titre de ce que vous voulez voir.',
    coast: {
      directions: 'Tram 2 jusqu’à Customs House ; sonnez à la porte verte.',
      photograph: 'Quelque chose qui porte votre photographie et votre adresse.',
      conditions: [
        'Trois boîtes par jour, une à la fois sur la table.',
        'Photographies sans éclair ; les papiers de moins de trente ans demandent une autorisation.',
      ],
      asks: [
        'Ce à quoi vous travaillez, en deux phrases, et pour quel cours.',
        'Les fonds que vous voulez voir, par leurs numéros dans l’inventaire.',
        'Le jour de votre venue, et combien de temps vous restez.',
      ],
    },
    lamps: {
      letter: 'Une lettre de votre enseignant qui dit ce que vous cherchez.',
      conditions: ['Plans et dessins sont montrés par l’archiviste ; les copies prennent une semaine.'],
      asks: [
        'Le nom du phare, et les années.',
        'S’il vous faut des plans, des journaux de bord ou des lettres.',
        'La lettre de votre enseignant, en fichier.',
      ],
    },
  }),
  es: places({
    card: 'Su carné de biblioteca, con fotografía o junto a algo que la tenga.',
    shelves: 'Puede leer lo que está en libre acceso y copiar para su propio estudio.',
    stacks: 'Lo que está en depósito se trae mientras espera, hasta una hora antes del cierre.',
    clock: 'Tren a Ostmere, diez minutos; la puerta está bajo el reloj.',
    laboratories:
      'Puede leer lo que está en libre acceso; los ejemplares de los laboratorios son para su gente.',
    pencil:
      'Un lápiz; bolígrafos, bolsos y abrigos quedan en la taquilla, para la que hace falta una moneda.',
    when: 'El día y la hora en que viene.',
    what: 'Signatura y título de lo que quiere ver.',
    coast: {
      directions: 'Tranvía 2 hasta Customs House; llame a la puerta verde.',
      photograph: 'Algo con su fotografía y su dirección.',
      conditions: [
        'Tres cajas al día, una a la vez sobre la mesa.',
        'Fotografías sin flash; los papeles de menos de treinta años requieren permiso.',
      ],
      asks: [
        'En qué trabaja, en dos frases, y para qué curso.',
        'Qué fondos quiere ver, por sus números en el inventario.',
        'El día en que viene, y cuánto se queda.',
      ],
    },
    lamps: {
      letter: 'Una carta de su profesor que diga lo que busca.',
      conditions: ['Los planos y dibujos los muestra la archivera; las copias tardan una semana.'],
      asks: [
        'Nombre del faro, y años.',
        'Si necesita planos, cuadernos de bitácora o cartas.',
        'La carta de su profesor, como archivo.',
      ],
    },
  }),
  pt: places({
    card: 'Seu cartão de biblioteca, com fotografia ou ao lado de algo que a tenha.',
    shelves: 'Você pode ler o que está em livre acesso e copiar para o seu estudo.',
    stacks: 'O que está no depósito é trazido enquanto você espera, até uma hora antes do fechamento.',
    clock: 'Trem para Ostmere, dez minutos; a porta fica sob o relógio.',
    laboratories:
      'Você pode ler o que está em livre acesso; os exemplares dos laboratórios são para o pessoal deles.',
    pencil: 'Um lápis; canetas, bolsas e casacos ficam no armário, que pede uma moeda.',
    when: 'O dia e a hora em que você vem.',
    what: 'Número de chamada e título do que quer ver.',
    coast: {
      directions: 'Bonde 2 até Customs House; toque na porta verde.',
      photograph: 'Algo com a sua fotografia e o seu endereço.',
      conditions: [
        'Três caixas por dia, uma de cada vez na mesa.',
        'Fotografias sem flash; papéis de menos de trinta anos exigem autorização.',
      ],
      asks: [
        'Em que você trabalha, em duas frases, e para qual curso.',
        'Que fundos quer ver, pelos números no inventário.',
        'O dia em que vem, e quanto tempo fica.',
      ],
    },
    lamps: {
      letter: 'Uma carta do seu professor que diga o que você procura.',
      conditions: ['Plantas e desenhos são mostrados pela arquivista; cópias levam uma semana.'],
      asks: [
        'Nome do farol, e anos.',
        'Se precisa de plantas, diários de bordo ou cartas.',
        'A carta do seu professor, como arquivo.',
      ],
    },
  }),
  tr: places({
    card: 'Fotoğraflı kütüphane kartınız ya da kartınızla birlikte fotoğraflı bir belge.',
    shelves: 'Açık raflardakileri okuyabilir, kendi çalışmanız için kopyalayabilirsiniz.',
    stacks: 'Depodakiler siz beklerken, kapanıştan bir saat öncesine kadar getirilir.',
    clock: 'Ostmere treni, on dakika; kapı saatin altındadır.',
    laboratories:
      'Açık raflardakileri okuyabilirsiniz; laboratuvarların kopyaları kendi çalışanları içindir.',
    pencil: 'Kurşun kalem; kalemler, çantalar ve paltolar dolapta kalır, dolap için bozuk para gerekir.',
    when: 'Geleceğiniz gün ve saat.',
    what: 'Görmek istediğinizin yer numarası ve başlığı.',
    coast: {
      directions: '2 numaralı tramvayla Customs House’a; yeşil kapıyı çalın.',
      photograph: 'Fotoğrafınızı ve adresinizi gösteren bir belge.',
      conditions: [
        'Günde üç kutu, masada bir seferde bir tane.',
        'Flaşsız fotoğraf; otuz yıldan yeni belgeler için izin gerekir.',
      ],
      asks: [
        'Ne üzerinde çalıştığınız, iki cümleyle, ve hangi ders için.',
        'Görmek istediğiniz fonlar, envanterdeki numaralarıyla.',
        'Geleceğiniz gün ve ne kadar kalacağınız.',
      ],
    },
    lamps: {
      letter: 'Öğretmeninizin ne aradığınızı söyleyen bir mektubu.',
      conditions: ['Plan ve çizimleri arşivci gösterir; kopyalar bir hafta sürer.'],
      asks: [
        'Deniz fenerinin adı ve yıllar.',
        'Plan mı, seyir defteri mi, mektup mu gerektiği.',
        'Öğretmeninizin mektubu, dosya olarak.',
      ],
    },
  }),
  ar: places({
    card: 'بطاقة مكتبتك، وعليها صورة أو معها ما عليه صورة.',
    shelves: 'لك أن تقرأ ما على الرفوف المفتوحة وأن تنسخ لدراستك.',
    stacks: 'ما في المخازن يُحضر وأنت تنتظر، حتى ساعة قبل الإغلاق.',
    clock: 'القطار إلى أوستمير، عشر دقائق؛ الباب تحت الساعة.',
    laboratories: 'لك أن تقرأ ما على الرفوف المفتوحة؛ أما نسخ المختبرات فلأهلها.',
    pencil: 'قلم رصاص؛ تبقى الأقلام والحقائب والمعاطف في الخزانة، وتلزمها قطعة نقدية.',
    when: 'اليوم والساعة اللذان تأتي فيهما.',
    what: 'رقم الطلب وعنوان ما تريد رؤيته.',
    coast: {
      directions: 'الترام 2 إلى Customs House؛ اقرع جرس الباب الأخضر.',
      photograph: 'شيء عليه صورتك وعنوانك.',
      conditions: [
        'ثلاثة صناديق في اليوم، واحد على الطاولة في كل مرة.',
        'تصوير بلا وميض؛ والأوراق التي عمرها أقل من ثلاثين سنة تحتاج إذنًا.',
      ],
      asks: [
        'ما تعمل عليه، في جملتين، ولأي مقرر.',
        'المجموعات التي تريد رؤيتها، بأرقامها في قائمة الجرد.',
        'يوم مجيئك، وكم تبقى.',
      ],
    },
    lamps: {
      letter: 'رسالة من معلمك تقول عمّا تبحث.',
      conditions: ['يعرض أمين المحفوظات المخططات والرسوم؛ وتستغرق النسخ أسبوعًا.'],
      asks: ['اسم المنارة، والسنوات.', 'هل تحتاج مخططات أم سجلات أم رسائل.', 'رسالة معلمك، ملفًا.'],
    },
  }),
};
