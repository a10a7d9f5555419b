/** What the made-up university says of itself in other languages than its own. */
import type { OtherWords } from '../core/model/library';

export const OTHER_WORDS: Readonly<Record<string, OtherWords>> = {
  de: {
    partnership: 'die Skerry-Vereinbarung',
    footer: 'Die Universität Tarnholm und alles in ihrem Index sind erfunden.',
    about: [
      'Die Titel sind die der Universität Tarnholm, die erfunden ist, wie alle ihre Personen, Zeitschriften, Verlage, gebenden Bibliotheken und Texte. Die Welt außerhalb – Verlage, Leihverkehr, Anmeldung – ist nachgestellt und so gekennzeichnet.',
    ],
  },
  fr: {
    partnership: 'l’Accord de Skerry',
    footer: 'L’université de Tarnholm et tout ce que contient son index sont inventés.',
    about: [
      'Les notices sont celles de l’université de Tarnholm, qui est inventée, comme ses personnes, revues, éditeurs, bibliothèques prêteuses et textes. Le monde extérieur – éditeurs, réseau de prêt, identification – est simulé et signalé comme tel.',
    ],
  },
  es: {
    partnership: 'el Acuerdo de Skerry',
    footer: 'La Universidad de Tarnholm y todo lo que hay en su índice son inventados.',
    about: [
      'Los registros son los de la Universidad de Tarnholm, que es inventada, como todas sus personas, revistas, editoriales, bibliotecas prestamistas y textos. El mundo exterior – editoriales, red de préstamo, identificación – está simulado y señalado como tal.',
    ],
  },
  pt: {
    partnership: 'o Acordo de Skerry',
    footer: 'A Universidade de Tarnholm e tudo o que está no seu índice são inventados.',
    about: [
      'Os registros são os da Universidade de Tarnholm, que é inventada, como todas as suas pessoas, revistas, editoras, bibliotecas fornecedoras e textos. O mundo exterior – editoras, rede de empréstimo, identificação – é simulado e assinalado como tal.',
    ],
  },
  tr: {
    partnership: 'Skerry Birliği',
    footer: 'Tarnholm Üniversitesi ve dizinindeki her şey uydurmadır.',
    about: [
      'Kayıtlar Tarnholm Üniversitesi’nindir; üniversite de kişileri, dergileri, yayınevleri, ödünç veren kütüphaneleri ve metinleri de uydurmadır. Dış dünya – yayınevleri, ödünç ağı, oturum açma – taklittir ve öyle işaretlenmiştir.',
    ],
  },
  ar: {
    partnership: 'اتفاق سكيري',
    footer: 'جامعة تارنهولم وكل ما في فهرسها من نسج الخيال.',
    about: [
      'التسجيلات لجامعة تارنهولم، وهي متخيلة، وكذلك كل من فيها وما فيها من أشخاص ودوريات وناشرين ومكتبات معيرة ونصوص. والعالم الخارجي – الناشرون وشبكة الإعارة وتسجيل الدخول – محاكى ومشار إليه بذلك.',
    ],
  },
};
