/** The ready answers in Turkish, in the order of `answers.ts`. */
import type { SaidAnswer } from './said';

export const ANSWERS_TR: readonly SaidAnswer[] = [
  [
    'Yalnızca hakemli makaleleri nasıl bulurum?',
    'Kutunun altındaki cümlede “hakemli ya da değil”e tıklayıp hakemliyi seçin. Hakemli bir derginin başyazıları, kitap tanıtımları ve mektupları sayılmaz: onlar hakeme gitmemiştir.',
    'bilimsel akademik hakem',
  ],
  [
    'Hakemli ne demektir?',
    'Başka araştırmacılar makaleyi basılmadan önce okumuş, tutup tutmadığını söylemiştir. Her makalede işaretin yanındaki “neden?” bunun neye dayandığını söyler.',
    'hakem bilimsel değerlendirme',
  ],
  [
    'Son beş yılın kaynaklarını istiyorlar. Ne yapmalıyım?',
    'Dökümde yılların yanında “son 5”i seçin ya da fareyle yılların üzerinden çizin. Yıllar sonra cümlede durur ve orada değiştirilebilir.',
    'yeni tarih yıl güncel dönem',
  ],
  [
    'Kaç sözcükle aramalıyım?',
    'Bir yazarın başlığa koyacağı iki üç sözcükle başlayın. Çok çıktıysa bir sözcük ekleyin. Az çıktıysa birini çıkarın ya da daha genişini seçin.',
    'anahtar sözcük terim az çok',
  ],
  [
    'Aramam neden bir şey bulmadı?',
    'Çoğu kez yazım yanlışıdır ya da yan yana hiç gelmeyen sözcüklerdir. Sayfa hangi sözcüğün hiçbir kayıtta olmadığını söyler; sözcük ya da koşul çıkarın, kapsamı genişletin.',
    'sonuç yok sıfır boş',
  ],
  [
    'Tam bir söz öbeğini nasıl ararım?',
    'Tırnak içine alın: "gıda güvenliği". NEAR ile iki sözcük birkaç sözcük arayla durabilir: yosun NEAR/3 yetiştirme.',
    'tırnak birlikte öbek',
  ],
  [
    'Bir yazarın her şeyini nasıl bulurum?',
    'yazar:"Soyadı, Adı" yazın ya da bir kayıttaki ada tıklayın. Gez, Kişiler adın nasıl yazıldığını ve aynı adı taşıyanları gösterir.',
    'kişi yazar',
  ],
  [
    'Bir kişinin yazdıklarını değil, onun hakkındaki kitapları nasıl bulurum?',
    'Gez, Kişiler: “konu:” biri hakkında yazılanları sayar. Ya da konu:"Ad" diye arayın.',
    'biyografi yaşam hakkında',
  ],
  [
    'Konu başlığı nedir?',
    'Kataloglayanların aynı şeyi konu alan her şeye verdiği sözcüktür, başlığında ne yazarsa yazsın. İyi bir kayıtta birine tıklayın, gerisini bulursunuz.',
    'konu terim etiket',
  ],
  [
    'Bir makalenin künyesi elimde. Nasıl bulurum?',
    'Künyenin tamamını kutuya yapıştırın: okunur ve aranır. Bütün bir kaynakça Kaynakça’ya konur.',
    'atıf künye kaynakça',
  ],
  [
    'DOI nedir?',
    'Bir makalenin hiç değişmeyen numarasıdır: 10. ve birkaç rakam, bir eğik çizgi ve devamı. Kutuya yazın, oradasınız.',
    'tanımlayıcı numara bağlantı',
  ],
  [
    'ISBN’yi nerede bulurum?',
    'Kitabın arkasında çizgilerin üstünde ve iç kapağın arka yüzünde: 978 ya da 979 ile başlayan 13 rakam; eskilerinde 10 rakam vardır.',
    'kitap numara',
  ],
  [
    'ISSN’yi nerede bulurum?',
    'Derginin kapağında ya da içindekiler sayfasında, ortasında çizgi olan sekiz rakam: 1234-5678. Derginindir, makalenin değil.',
    'dergi numara',
  ],
  [
    'Cilt ve sayı ne demektir?',
    'Cilt genellikle derginin bir yılı, sayı onun bir parçasıdır: 16(3), cilt 16, sayı 3’tür. Ardından sayfalar gelir.',
    'cilt sayı bölüm',
  ],
  [
    'Gazete yazısını kaynak gösterebilir miyim?',
    'O zaman ne denildiğini göstermek için evet; bir şeyin öyle olduğuna kanıt olarak araştırma kullanın. Burada arama “haberler dışında” diye başlar.',
    'haber basın gazete kaynak',
  ],
  [
    'Derleme makalesi nedir?',
    'Bir soru hakkında bilinenleri özetleyen makaledir: iyi bir başlangıçtır, kaynakçası da gözden geçirilmeye değer. Dökümde bir türdür.',
    'derleme literatür özet',
  ],
  [
    'Birincil kaynak nedir?',
    'Kanıtın kendisidir: yasa, mektup, veri, sanat yapıtı, bir deneyin ilk raporu. Onun hakkında yazılan ikincil kaynaktır.',
    'ikincil kanıt kaynak',
  ],
  [
    'Tam metne nasıl ulaşırım?',
    'Her satır ne zaman okuyabileceğinizle başlar. “Şimdi”de bir Oku düğmesi vardır; ötekilerde fiş yapılır ya da raf söylenir.',
    'pdf çevrimiçi okuma indirme',
  ],
  [
    'Bulduğum makaleyi neden açamıyorum?',
    'Kütüphane o yıla abone olmayabilir. Okuma yolları nedenini ve neyle alınacağını söyler: çoğu kez birkaç günde e-postayla gelen bir kopya.',
    'erişim engel abonelik ücretli',
  ],
  [
    'Tam metin bağlantısı çalışmıyor. Şimdi ne olacak?',
    '“Bu bağlantı çalışmadı”ya basın: masa haber alır, siz sıradaki yola geçersiniz. Başka yapılacak bir şey yoktur.',
    'bozuk ölü yanlış hata',
  ],
  [
    'Yayıncının sayfasında makale için para ödemeli miyim?',
    'Hayır, hiçbir zaman: buraya dönüp fiş yapın. Biri para isterse okuma yollarında başkası vardır.',
    'para ücret fiyat satın',
  ],
  [
    'Evden nasıl okurum?',
    'Oku, gerektiğinde sizi kütüphanenin oturum açma sayfasından geçirir. Sayfanın üstünde bir kez kampüs dışında olduğunuzu söyleyin.',
    'uzaktan ev oturum proxy',
  ],
  [
    'Bir makaleyi başka bir dilde okuyabilir miyim?',
    'Diller cümlede ve dökümdedir. Bir yapıtın çevirileri sürümleri arasında, dilleriyle durur.',
    'çeviri ingilizce türkçe',
  ],
  [
    'Açık erişim nedir?',
    'Metin herkese açıktır. Basılmış sürüm ya da yazarın son müsveddesi olabilir; hangisi olduğu yanında yazar.',
    'ücretsiz açık arşiv ön baskı',
  ],
  [
    'Ön baskı ile yayımlanmış sürümün farkı nedir?',
    'Ön baskı henüz hakemden geçmemiştir. Kabul edilmiş müsvedde, basılı makalenin dediğini sayfaları olmadan der. Basılı olana atıf yapın.',
    'müsvedde sürüm preprint',
  ],
  [
    'Bu makale geri çekilmiş. Kullanabilir miyim?',
    'Yalnızca geri çekilmiş olduğunu söylemek için. Kaydın üstünde bağlantısı duran bildiri nedenini söyler.',
    'geri çekme iptal',
  ],
  [
    'Kitabı rafta nasıl bulurum?',
    'Kampüsü, katı ve yer numarasını not edin. Önce harfler, sonra sayı, sonra noktalardan sonraki harfler ondalık olarak: .F29, .F3’ten önce gelir.',
    'yer numarası nerede raf',
  ],
  [
    'Kitap burada olmalı ama rafta değil.',
    'Bir sağdaki ve soldaki rafa, bir de arabalara bakın. Sonra raf listenizde “Rafta değil” deyin ya da ayırtın: aranır ve sıradaki yol önerilir.',
    'kayıp eksik yok',
  ],
  [
    'Kitap kampüsüme gönderilebilir mi?',
    'Evet: okuma yolları arasında “gönderir”. Kurye günlerinde gelir; hangi gün olduğu istemeden önce söylenir.',
    'aktarma başka kütüphane kurye',
  ],
  [
    'Kitap ödünçte. Ne yapabilirim?',
    'Ayırtın: bekleyenlerden sonra sıra sizdedir. Çoğu kez bir ortakta daha erkendir; yollar zaman sırasındadır.',
    'ayırtma sıra bekleme ödünç',
  ],
  [
    'Bir kitabı ne kadar tutabilirim?',
    'Kim olduğunuza ve kitabın nereden geldiğine bağlıdır. Kurallar sayfasında bir tablo vardır, fişiniz günü söyler.',
    'süre ödünç gün hafta',
  ],
  [
    'Ödünç süresini nasıl uzatırım?',
    'Fişinde Yenile: kim olduğunuza göre bir ya da daha çok kez; biri bekliyorsa ya da gecikmişse olmaz.',
    'yenileme uzatma daha uzun',
  ],
  [
    'Kitabı geç getirirsem ne olur?',
    'O arada başka kimse alamaz; gecikmiş olan yenilenemez. Getirin ya da masaya yazın.',
    'gecikme ceza geç',
  ],
  [
    'Geri istendi ne demektir?',
    'Sahibine daha erken gerekmektedir. Yeni gün fişte yazar; yenilemiş olsanız bile o güne kadar getirin.',
    'geri isteme iade',
  ],
  [
    'Kütüphaneler arası ödünç nedir?',
    'Bizde olmayanı sizin için yüz kırk kadar kütüphaneden isteriz. Kitaplar ödünç, makaleler ve bölümler dosya olarak gelir.',
    'ödünç başka kütüphane istek',
  ],
  [
    'Kütüphaneler arası ödünç ne kadar sürer?',
    'Her fiş olası günü ve büyük olasılıkla gelmiş olacağı günü söyler; kimde olduğuna ve hızına göre hesaplanır. Makaleler günler, kitaplar bir iki hafta sürer.',
    'gün hafta ne zaman gelir',
  ],
  [
    'Kütüphaneler arası ödünç kaça mal olur?',
    'Fiyat, siz göndermeden önce, kütüphanenin ödediğiyle birlikte fişte satır satır yazar. En çok ne ödeyeceğinizi belirleyebilirsiniz.',
    'para fiyat ücret',
  ],
  [
    'Bir kitabın yalnızca bir bölümünü isteyebilir miyim?',
    'Evet: fişte bölümü seçip başlığını ya da sayfalarını verin. Parça bir dosyadır, kitaptan önce gelir. Bir bölüm ya da sayfaların onda biri.',
    'parça sayfa tarama kopya',
  ],
  [
    'Benim için ne kadarı kopyalanabilir?',
    'Bir sayının bir makalesi, bir kitabın bir bölümü ya da kuralların söylediği pay. Yasa daha çoğuna izin vermez. Fiş bunu göndermeden önce söyler.',
    'telif sınır sayfa',
  ],
  [
    'Neden bir telif bildirimini kabul etmem gerekiyor?',
    'Kopya yalnızca kendi çalışmanız için yapılabilir; yasa bunu söylemenizi ister. Metin fiştedir.',
    'bildirim yasa',
  ],
  [
    'Bir fişten vazgeçebilir miyim?',
    'Evet, fişte: Geri çek. Biri başlamışsa yine de gelebilir; zamanında geri çekilen için bir şey ödenmez.',
    'iptal vazgeçme istek',
  ],
  [
    'Fişimde “sizi bekliyor” yazıyor. Bu ne demek?',
    'Bir kütüphane size bir şey soruyor: bir koşul, bir fiyat, hangi baskı. Fişte yanıtlayın; o zamana kadar fiş de gün de bekler.',
    'soru bekleme koşul yanıt',
  ],
  [
    'Geleni nereden alırım?',
    'Fişinizin söylediği kampüsten, açıkken, fişin söylediği gün kadar. Sonra geri gider.',
    'teslim hazır almak',
  ],
  [
    'Dosya parola istiyor.',
    'Fişin numarasıdır; bağlantının yanında, kopyalayan bir düğmeyle durur.',
    'pdf kilitli şifreli açma',
  ],
  [
    'Gönderilen dosyayı ne zamana kadar açabilirim?',
    'Fişindeki güne kadar. Önce kaydedin: yasa bizim tutmamıza izin vermez.',
    'süre indirme biter',
  ],
  [
    'Kütüphane benim için kitap satın alabilir mi?',
    'Önerin: kimsenin ödünç vermediği şeyin öteki yolları arasında. Sağlama birkaç haftada yanıt verir, gelince sizin için ayrılır.',
    'satın alma öneri sağlama',
  ],
  [
    'Başka bir üniversitenin kütüphanesinde okuyabilir miyim?',
    'Ortaklarınkinde kendi kartınızla; kimileri randevu ister. Okuma yolları hangileri olduğunu saatleriyle söyler.',
    'ziyaret ortak kart başka',
  ],
  [
    'Dersimin okuduklarını nasıl bulurum?',
    'Dersler: öğretim üyesine, ada ya da koda göre. Her okuma nerede durduğunu ve ne zamana kadar isteneceğini söyler.',
    'ayırtma ders okuma listesi',
  ],
  [
    'Ders ayırtma rafı nedir?',
    'Ders ayırtma rafında, öğretim üyesinin sınıf için ayırdığı kopyalar durur: iki saatliğine, bir gecelik, üç günlük ya da masanın yanında okumak için.',
    'kısa ödünç ders bankosu',
  ],
  [
    'Bir okumayı ne zamana kadar istemeliyim?',
    'Dersin hafta planında yazar: istenirse büyük olasılıkla dersten bir gün önce gelmiş olacağı son dakika.',
    'son gün süre seminer',
  ],
  [
    'Bulduğumu nasıl saklarım?',
    '“Kenara koy” onu serbest yığına koyar; her ödev için bir yığına ad verin. Yığınlar gereken güne kadar neyin okunabileceğini söyler.',
    'kaydet favori liste klasör yer imi',
  ],
  [
    'Dersimin biçeminde nasıl atıf yaparım?',
    'Bir yapıtta ya da yığında Atıf yap: biçemin adını yazın. Boşluklar kayıtta eksik olanı gösterir; doldurun ve kılavuzunuzla karşılaştırın.',
    'atıf kaynakça apa dipnot biçem',
  ],
  [
    'Listemi bir kaynak yönetim programına nasıl alırım?',
    'Dosya olarak kaydet: sonuçtan, yığından ya da kayıttan RIS, BibTeX ya da CSL-JSON.',
    'dışa aktarma ris bibtex program',
  ],
  [
    'Yazdığım kaynakçayı nasıl denetlerim?',
    'Kaynakça’ya yapıştırın: her künye aranır, uyuşmayan gösterilir, eksik olan istenebilir.',
    'kaynak denetim düzeltme',
  ],
  [
    'Kütüphane ne aradığımı biliyor mu?',
    'Hayır. Sakladıklarınız bu tarayıcıda kalır; sunucu ne sözcük ne ad tutar. Başkalarının da kullandığı makinede bu tarayıcıyı temizleyin.',
    'gizlilik veri geçmiş',
  ],
  [
    'Sakladıklarımı başka bir bilgisayara nasıl taşırım?',
    'Hesap dosyasını kaydedip orada okutun: ikisi bir olur, hiçbir şey yitmez.',
    'hesap taşıma aktarma telefon',
  ],
  [
    'Bu bilgisayarı başkaları da kullanıyor. Nasıl iz bırakmam?',
    'Bu tarayıcıda tutulanlar altında “Bu tarayıcıyı temizle”: önce dosyanızı yazar, sonra her şeyi kaldırır.',
    'ortak genel çıkış silme',
  ],
  [
    'Kütüphane ne zaman açık?',
    'Her kampüsün saatleri, istisnalarıyla, yerler sayfasındadır; her okuma yolu bunları hesaba katar.',
    'saat açılış hafta sonu',
  ],
  [
    'Bir kütüphaneciyle nasıl konuşurum?',
    'Sor altında, geldiğiniz yapıt ya da aramayla birlikte yazın. Masa en geç bir sonraki iş günü yanıt verir.',
    'yardım iletişim soru',
  ],
  [
    'Bir veri tabanında nasıl ararım?',
    'Veri tabanları onları konuya göre sıralar ve her birinden neyin bu dizinde olduğunu söyler. Sözcükleriniz de birlikte gider.',
    'veri tabanı konu uzmanlık',
  ],
  [
    'Burada hangi dergileri okuyabilirim?',
    'Dergi bulucu: başlığa, ISSN’ye ya da konuya göre, okuyabileceğiniz yıllarla ve yeriyle.',
    'dergi abonelik süreli',
  ],
  [
    'Yeni bir şey çıktığında nasıl haberim olur?',
    'Bir aramayı sürekli arama olarak saklayın: baktığınızdan beri geleni söyler. Akışı her okuyucuda çalışır.',
    'uyarı bildirim yeni',
  ],
];
