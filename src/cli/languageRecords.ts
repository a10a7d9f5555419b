/**
 * Records in languages that the demo has not, for `bench quality --language`: titles of nouns and patterns, in other
 * scripts. Made otherwise than the demo's, and small: what is looked at is how words become terms.
 */
import type { DiscoveryRecord } from '../core/model/record';
import type { Random } from '../core/random';
import { table } from '../core/table';

interface Words {
  readonly heads: string;
  readonly nouns: string;
  readonly places: string;
  /** `%h` a head, `%n` a noun, `%p` a place. */
  readonly patterns: readonly string[];
  readonly families: string;
  readonly split: string;
}
const MADE = table<Words>({
  ar: {
    heads: 'تاريخ,مستقبل,إدارة,اقتصاد,جغرافية,أخلاقيات,تعليم,سياسات,ثقافة,قياس,حماية,نظرية',
    nouns:
      'الأعشاب البحرية,الموانئ القديمة,مياه الأنهار,الكتاب المخطوط,اللغات المحلية,المدن الساحلية,صيد الأسماك,البيوت الخشبية,الرياح الموسمية,المكتبات العامة,أسواق الملح,طرق التجارة,الغابات الجبلية,النباتات الطبية,قوانين العمل,الموسيقى الشعبية,الأطفال والقراءة,السفن الشراعية,تربية النحل,الخرائط البحرية',
    places: 'الشمال,الجزر البعيدة,الوادي الكبير,الساحل الشرقي,الهضبة,المدينة العتيقة',
    patterns: ['%h %n في %p', '%h %n: دراسة في %p', '%n و%n: %h', 'مدخل إلى %h %n', '%n بين %h و%h'],
    families: 'الموجي,بن ساحل,الملّاح,الزيتوني,القمري,الطوبجي',
    split: ' ',
  },
  ru: {
    heads:
      'История,Экономика,География,Этика,Теория,Практика,Охрана,Измерение,Культура,Политика,Язык,Будущее',
    nouns:
      'морских водорослей,старых гаваней,речной воды,рукописных книг,местных говоров,прибрежных городов,рыбных промыслов,деревянных домов,сезонных ветров,публичных библиотек,соляных рынков,торговых путей,горных лесов,лекарственных растений,трудовых законов,народной музыки,детского чтения,парусных судов,северного пчеловодства,морских карт',
    places:
      'на севере,на дальних островах,в большой долине,на восточном берегу,на плоскогорье,в старом городе',
    patterns: [
      '%h %n %p',
      '%h %n: очерки',
      'К вопросу о том, как %h %n меняется',
      '%h и %h %n',
      'Введение: %h %n %p',
    ],
    families: 'Приливов,Ладейников,Каменская,Солодовая,Вересаев-Мыс,Ольшанник',
    split: ' ',
  },
  zh: {
    heads: '历史,经济,地理,伦理,理论,实践,保护,测量,文化,政策,语言,未来',
    nouns:
      '海藻,古代港口,河流水质,手抄书籍,地方方言,沿海城市,渔业,木结构房屋,季风,公共图书馆,盐市场,贸易路线,山地森林,药用植物,劳动法,民间音乐,儿童阅读,帆船,养蜂业,航海地图',
    places: '北方,远岛,大河谷,东海岸,高原,旧城',
    patterns: ['%p%n的%h', '%n%h研究', '%n与%n:%h', '论%p的%n%h', '%n%h导论'],
    families: '海,石,林,沙,米,田',
    split: '',
  },
});
export const MADE_LANGUAGES: readonly string[] = [...MADE.keys()];
/** @param like a record of which all but the words are taken */
export function* recordsIn(
  language: string,
  n: number,
  r: Random,
  like: DiscoveryRecord,
): Generator<DiscoveryRecord> {
  const made = MADE.get(language);
  if (!made) return;
  const pick = (list: string): string => r.pick(list.split(','));
  const seen = new Set<string>();
  for (let i = 0; i < n; i++) {
    let title = '';
    do {
      title = r
        .pick(made.patterns)
        .replace(/%[hnp]/g, (c) => pick(c === '%h' ? made.heads : c === '%n' ? made.nouns : made.places));
      if (seen.has(title)) title += `${made.split}${i}`;
    } while (seen.has(title));
    seen.add(title);
    yield {
      ...like,
      id: `x${language}${i}` as DiscoveryRecord['id'],
      languages: [language] as never,
      csl: {
        ...like.csl,
        id: `x${language}${i}`,
        title,
        language,
        author: [{ family: pick(made.families), given: 'A.' }],
      },
    } as DiscoveryRecord;
  }
}
