/** The ready answers in German, in the order of `answers.ts`. */
import type { SaidAnswer } from './said';

export const ANSWERS_DE: readonly SaidAnswer[] = [
  [
    'Wie finde ich nur begutachtete Aufsätze?',
    'Im Satz unter dem Suchfeld auf „begutachtet oder nicht“ klicken und begutachtet wählen. Leitartikel, Rezensionen und Leserbriefe einer begutachteten Zeitschrift zählen nicht: Sie gingen an keine Gutachter.',
    'wissenschaftlich peer review gutachter fachzeitschrift',
  ],
  [
    'Was heißt begutachtet?',
    'Andere Forschende haben den Aufsatz vor dem Druck gelesen und gesagt, ob er hält. „warum?“ neben dem Zeichen an jedem Aufsatz sagt, woran es sich entschied.',
    'peer review wissenschaftlich gutachter',
  ],
  [
    'Ich soll Quellen aus den letzten fünf Jahren nehmen. Wie geht das?',
    'In der Aufschlüsselung neben den Jahren „die letzten 5“ wählen, oder mit der Maus über die Jahre ziehen. Die Jahre stehen dann im Satz und lassen sich dort ändern.',
    'aktuell neu datum jahr jahre zeitraum',
  ],
  [
    'Mit wie vielen Wörtern soll ich suchen?',
    'Mit den zwei oder drei Wörtern anfangen, die jemand in den Titel setzen würde. Zu viel gefunden: ein Wort dazu. Zu wenig: eines weglassen oder ein weiteres wählen.',
    'suchwörter begriffe stichwörter wenige viele',
  ],
  [
    'Warum hat meine Suche nichts gefunden?',
    'Oft ist es ein Tippfehler, oder die Wörter stehen nie beieinander. Die Seite sagt, welches Wort in keinem Datensatz steht; Wörter weglassen, Bedingungen lösen oder den Umkreis weiter ziehen.',
    'keine treffer null leer ergebnis',
  ],
  [
    'Wie suche ich nach einer genauen Wendung?',
    'In Anführungszeichen setzen: „Algen auf dem Teller“. Mit NEAR dürfen zwei Wörter einige Wörter auseinander stehen: Algen NEAR/3 Zucht.',
    'anführungszeichen zusammen wortgruppe phrase',
  ],
  [
    'Wie finde ich alles von einer Person?',
    'autor:"Name, Vorname" eingeben, oder in einem Datensatz auf den Namen klicken. Blättern, Personen zeigt, wie der Name geschrieben wird und wer noch so heißt.',
    'autor autorin verfasser von',
  ],
  [
    'Wie finde ich Bücher über eine Person, nicht von ihr?',
    'Blättern, Personen: „über“ zählt, was über jemanden geschrieben ist. Oder mit schlagwort:"Name" suchen.',
    'biografie leben über',
  ],
  [
    'Was ist ein Schlagwort?',
    'Ein Wort, das beim Katalogisieren alles bekommt, was dasselbe zum Gegenstand hat, gleich was im Titel steht. An einem guten Datensatz anklicken, dann findet sich der Rest.',
    'thema sachwort begriff',
  ],
  [
    'Wie finde ich einen Aufsatz, von dem ich die Literaturangabe habe?',
    'Die ganze Angabe ins Suchfeld setzen: Sie wird gelesen und gesucht. Eine ganze Liste kommt unter Literatur.',
    'zitat zitiert bibliographie quelle',
  ],
  [
    'Was ist eine DOI?',
    'Eine Nummer für einen Aufsatz, die sich nie ändert: 10., einige Ziffern, ein Schrägstrich und mehr. Ins Suchfeld setzen, und Sie sind da.',
    'nummer kennung link',
  ],
  [
    'Wo finde ich die ISBN?',
    'Hinten auf dem Buch über den Strichen und auf der Rückseite des Titelblatts: 13 Ziffern, die mit 978 oder 979 anfangen; ältere haben 10.',
    'buch nummer',
  ],
  [
    'Wo finde ich die ISSN?',
    'Auf dem Umschlag der Zeitschrift oder bei ihrem Inhaltsverzeichnis, acht Ziffern mit einem Strich in der Mitte: 1234-5678. Sie gehört der Zeitschrift, nicht dem Aufsatz.',
    'zeitschrift nummer',
  ],
  [
    'Was heißen Band und Heft?',
    'Ein Band ist meist ein Jahrgang der Zeitschrift, ein Heft ein Teil davon: 16(3) ist Band 16, Heft 3. Danach kommen die Seiten.',
    'jahrgang nummer teil ausgabe',
  ],
  [
    'Darf ich einen Zeitungsartikel zitieren?',
    'Dafür, was damals gesagt wurde, ja; als Beleg, dass etwas so ist, nehmen Sie Forschung. Eine Suche fängt hier mit „ausgenommen Nachrichten“ an.',
    'nachrichten presse zeitung quelle',
  ],
  [
    'Was ist ein Übersichtsaufsatz?',
    'Einer, der zusammenfasst, was zu einer Frage bekannt ist: ein guter Anfang, und seine Literatur durchzusehen lohnt sich. Er steht unter den Arten der Aufschlüsselung.',
    'review überblick forschungsstand literatur',
  ],
  [
    'Was ist eine Primärquelle?',
    'Was selbst der Beleg ist: ein Gesetz, ein Brief, Daten, ein Kunstwerk, der erste Bericht eines Versuchs. Was darüber geschrieben wird, ist Sekundärliteratur.',
    'quelle sekundärliteratur beleg',
  ],
  [
    'Wie komme ich an den Volltext?',
    'Jede Zeile beginnt damit, wann Sie lesen können. Bei „Jetzt“ steht ein Knopf Lesen; sonst wird ein Bestellschein geschrieben oder das Regal genannt.',
    'pdf online lesen herunterladen',
  ],
  [
    'Warum kann ich einen gefundenen Aufsatz nicht öffnen?',
    'Vielleicht hat die Bibliothek das Jahr nicht lizenziert. Die Wege zum Lesen sagen, warum, und womit es geht: oft mit einer Kopie per E-Mail in einigen Tagen.',
    'zugang verweigert lizenz bezahlschranke',
  ],
  [
    'Der Link zum Volltext geht nicht. Was nun?',
    'Auf „Dieser Link ging nicht“ drücken: Die Theke erfährt es, und Sie gehen den nächsten Weg. Mehr ist nicht zu tun.',
    'kaputt tot falsch fehler',
  ],
  [
    'Muss ich auf der Seite des Verlags für einen Aufsatz zahlen?',
    'Nein, nie: Kommen Sie zurück und schreiben Sie einen Bestellschein. Wer Geld verlangt, bekommt keines; die Wege zum Lesen haben anderes.',
    'geld kosten preis kaufen',
  ],
  [
    'Wie lese ich von zu Hause?',
    'Lesen führt durch die Anmeldung der Bibliothek, wo sie nötig ist. Sagen Sie einmal oben auf der Seite, dass Sie nicht auf dem Campus sind.',
    'fernzugriff anmelden unterwegs proxy vpn',
  ],
  [
    'Gibt es einen Aufsatz auch in einer anderen Sprache?',
    'Sprachen stehen im Satz und in der Aufschlüsselung. Übersetzungen eines Werks stehen unter seinen Fassungen, mit ihrer Sprache.',
    'übersetzung englisch deutsch',
  ],
  [
    'Was ist Open Access?',
    'Der Text ist für alle offen. Es kann die gedruckte Fassung sein oder das letzte Manuskript; welche, steht daneben.',
    'frei kostenlos repositorium preprint',
  ],
  [
    'Wie unterscheiden sich Preprint und veröffentlichte Fassung?',
    'Ein Preprint ist noch nicht begutachtet. Das angenommene Manuskript sagt, was der gedruckte Aufsatz sagt, ohne seine Seitenzahlen. Zitieren Sie den gedruckten.',
    'manuskript fassung version',
  ],
  [
    'Dieser Aufsatz wurde zurückgenommen. Darf ich ihn verwenden?',
    'Nur um zu sagen, dass er zurückgenommen wurde. Warum, sagt die Mitteilung, die oben am Datensatz verlinkt ist.',
    'rücknahme zurückgezogen retraction',
  ],
  [
    'Wie finde ich das Buch im Regal?',
    'Campus, Ebene und Signatur notieren. Erst die Buchstaben, dann die Zahl, dann die Buchstaben nach den Punkten als Dezimalen: .F29 steht vor .F3.',
    'signatur wo standort regal',
  ],
  [
    'Das Buch soll da sein, steht aber nicht im Regal.',
    'Ein Regal weiter links und rechts schauen, auch auf den Wagen. Dann auf dem Laufzettel „Nicht im Regal“ sagen oder vormerken: Es wird gesucht, und der nächste Weg wird angeboten.',
    'fehlt verloren weg vermisst steht regal',
  ],
  [
    'Kann ein Buch an meinen Campus geschickt werden?',
    'Ja: „schickt es“ unter den Wegen zum Lesen. Es kommt an den Tagen des Kuriers; an welchem, steht da, bevor Sie fragen.',
    'transport andere bibliothek standort',
  ],
  [
    'Das Buch ist ausgeliehen. Was kann ich tun?',
    'Vormerken: Sie sind nach denen dran, die warten. Oft hat ein Partner es früher; die Wege stehen nach der Zeit.',
    'verliehen vormerkung warteliste reservieren',
  ],
  [
    'Wie lange darf ich ein Buch behalten?',
    'Das hängt davon ab, wer Sie sind und woher das Buch kam. Die Seite der Regeln hat es in einer Tabelle, und der Bestellschein nennt den Tag.',
    'leihfrist fällig tage wochen',
  ],
  [
    'Wie verlängere ich eine Ausleihe?',
    'Auf ihrem Bestellschein, Verlängern: einmal oder öfter, je nachdem, wer Sie sind, und nicht, wenn jemand wartet oder es überfällig ist.',
    'verlängern verlängerung länger buch',
  ],
  [
    'Was geschieht, wenn ich ein Buch zu spät zurückbringe?',
    'Niemand sonst kann es inzwischen haben; Überfälliges lässt sich nicht verlängern. Bringen Sie es zurück oder schreiben Sie der Theke.',
    'überfällig mahnung gebühr verspätet',
  ],
  [
    'Was heißt zurückgefordert?',
    'Der Besitzer braucht es früher. Der neue Tag steht auf dem Bestellschein; bringen Sie es bis dahin, auch wenn Sie schon verlängert hatten.',
    'rückruf rückforderung',
  ],
  [
    'Was ist Fernleihe?',
    'Wir leihen für Sie, was wir nicht haben, aus rund hundertvierzig Bibliotheken. Bücher kommen leihweise, Aufsätze und Kapitel als Datei.',
    'leihverkehr andere bibliothek bestellen',
  ],
  [
    'Wie lange dauert eine Fernleihe?',
    'Jeder Bestellschein nennt den wahrscheinlichen Tag und den, an dem es sehr wahrscheinlich da ist, errechnet aus denen, die es haben, und ihrem Tempo. Aufsätze brauchen Tage, Bücher eine Woche oder zwei.',
    'dauer tage wochen wann',
  ],
  [
    'Was kostet eine Fernleihe?',
    'Der Preis steht Zeile für Zeile auf dem Bestellschein, bevor Sie ihn abschicken, mit dem, was die Bibliothek zahlt. Sie können sagen, was Sie höchstens zahlen.',
    'geld preis gebühr kosten',
  ],
  [
    'Kann ich nur ein Kapitel eines Buchs bestellen?',
    'Ja: auf dem Bestellschein Kapitel wählen und Titel oder Seiten angeben. Ein Teil ist eine Datei und kommt früher als das Buch. Ein Kapitel oder ein Zehntel der Seiten.',
    'teil seiten scan kopie',
  ],
  [
    'Wie viel darf für mich kopiert werden?',
    'Ein Aufsatz eines Heftes, ein Kapitel eines Buchs oder der Anteil, den die Regeln nennen. Mehr lässt das Gesetz nicht zu. Der Bestellschein sagt es, bevor Sie ihn abschicken.',
    'urheberrecht grenze seiten',
  ],
  [
    'Warum muss ich einer Erklärung zum Urheberrecht zustimmen?',
    'Eine Kopie darf nur für das eigene Studium gemacht werden; das Gesetz will, dass Sie das sagen. Der Text steht auf dem Bestellschein.',
    'erklärung gesetz recht',
  ],
  [
    'Kann ich einen Bestellschein zurücknehmen?',
    'Ja, auf ihm selbst: Zurückziehen. Hat schon jemand angefangen, kann es trotzdem kommen; was rechtzeitig zurückgezogen wird, kostet nichts.',
    'stornieren abbrechen rückgängig bestellung',
  ],
  [
    'Auf meinem Bestellschein steht „braucht Sie“. Was heißt das?',
    'Eine Bibliothek fragt Sie etwas: eine Bedingung, einen Preis, welche Auflage. Antworten Sie auf dem Bestellschein; bis dahin wartet er, und der Tag auch.',
    'frage wartet bedingung antwort',
  ],
  [
    'Wo hole ich ab, was gekommen ist?',
    'Auf dem Campus, den der Bestellschein nennt, während geöffnet ist, so viele Tage, wie er sagt. Danach geht es zurück.',
    'abholen bereit abholregal',
  ],
  [
    'Die Datei will ein Kennwort.',
    'Es ist die Nummer des Bestellscheins, neben dem Link, mit einem Knopf, der sie kopiert.',
    'pdf gesperrt verschlüsselt passwort öffnen',
  ],
  [
    'Wie lange kann ich eine Datei öffnen, die mir geschickt wurde?',
    'Bis zu dem Tag auf ihrem Bestellschein. Sichern Sie sie vorher: Das Gesetz erlaubt uns nicht, sie zu behalten.',
    'abgelaufen herunterladen frist',
  ],
  [
    'Kann die Bibliothek ein Buch für mich kaufen?',
    'Schlagen Sie es vor: unter den anderen Wegen bei dem, was niemand verleiht. Die Erwerbung antwortet in einigen Wochen, und wenn es kommt, liegt es für Sie bereit.',
    'anschaffung vorschlag erwerbung',
  ],
  [
    'Kann ich in der Bibliothek einer anderen Universität lesen?',
    'Bei den Partnern mit Ihrem eigenen Ausweis; manche wollen eine Anmeldung. Die Wege zum Lesen sagen, welche, mit den Öffnungszeiten.',
    'besuch partner ausweis auswärts',
  ],
  [
    'Wie finde ich, was mein Kurs liest?',
    'Kurse: nach Lehrenden, Namen oder Nummer. Bei jedem Text steht, wo er ist und bis wann er zu bestellen ist.',
    'semesterapparat seminar leseliste',
  ],
  [
    'Was ist der Semesterapparat?',
    'Exemplare, die Lehrende für einen Kurs zur Seite gestellt haben: für zwei Stunden, über Nacht, für drei Tage oder nur zum Lesen am Platz.',
    'kurstheke kurzausleihe kurs',
  ],
  [
    'Bis wann muss ich einen Text bestellen?',
    'Im Wochenplan des Kurses steht, bis wann: die letzte Minute, in der eine Bestellung ihn sehr wahrscheinlich noch am Tag vor der Sitzung bringt.',
    'frist spätestens seminar bestellen',
  ],
  [
    'Wie behalte ich, was ich gefunden habe?',
    '„Beiseite legen“ tut es auf den losen Stapel; für jede Arbeit kann ein Stapel einen Namen haben. Stapel sagen, was davon bis zu Ihrem Tag zu lesen ist.',
    'merken speichern liste ordner lesezeichen',
  ],
  [
    'Wie zitiere ich so, wie mein Kurs es will?',
    'Zitieren, an einem Titel oder Stapel: den Namen des Stils eingeben. Lücken zeigen, was dem Datensatz fehlt; füllen Sie sie und prüfen Sie den Eintrag mit Ihrem Leitfaden.',
    'zitat literaturverzeichnis zitierstil fußnote apa',
  ],
  [
    'Wie bekomme ich meine Liste in eine Literaturverwaltung?',
    'Als Datei sichern: RIS, BibTeX oder CSL-JSON, aus einem Ergebnis, einem Stapel oder einem Datensatz.',
    'export ris bibtex literaturverwaltung',
  ],
  [
    'Wie prüfe ich ein Literaturverzeichnis, das ich geschrieben habe?',
    'Unter Literatur einsetzen: Jeder Eintrag wird gesucht, was nicht stimmt, wird gezeigt, und was fehlt, lässt sich bestellen.',
    'literatur angaben prüfen verbessern',
  ],
  [
    'Weiß die Bibliothek, wonach ich suche?',
    'Nein. Was Sie aufheben, bleibt in diesem Browser; der Server behält keine Wörter und keine Namen. Leeren Sie diesen Browser, wenn andere ihn auch benutzen.',
    'datenschutz daten verlauf',
  ],
  [
    'Wie bringe ich, was ich aufgehoben habe, auf einen anderen Rechner?',
    'Die Kontodatei sichern und dort einlesen: Aus beidem wird eines, nichts geht verloren.',
    'konto umziehen übertragen handy',
  ],
  [
    'Diesen Rechner benutzen auch andere. Wie hinterlasse ich nichts?',
    '„Diesen Browser leeren“ unter In diesem Browser aufbewahrt: Erst wird Ihre Datei geschrieben, dann alles entfernt.',
    'öffentlich geteilt abmelden löschen',
  ],
  [
    'Wann hat die Bibliothek geöffnet?',
    'Die Öffnungszeiten jedes Standorts mit ihren Ausnahmen stehen auf der Seite der Orte; jeder Weg zum Lesen rechnet mit ihnen.',
    'öffnungszeiten zeiten wochenende',
  ],
  [
    'Wie spreche ich mit jemandem aus der Bibliothek?',
    'Unter Fragen schreiben: mit dem Titel oder der Suche, von der Sie kommen. Die Theke antwortet spätestens am nächsten Werktag.',
    'hilfe kontakt auskunft frage',
  ],
  [
    'Wie suche ich in einer Datenbank?',
    'Datenbanken führt sie nach Fächern auf und sagt von jeder, was davon schon in diesem Index steht. Ihre Wörter gehen mit.',
    'datenbanken fach spezial',
  ],
  [
    'Welche Zeitschriften kann ich hier lesen?',
    'Zeitschriften finden: nach Titel, ISSN oder Fach, mit den Jahren, die Sie lesen können, und wo.',
    'zeitschrift magazin abonnement',
  ],
  [
    'Wie erfahre ich, wenn etwas Neues erscheint?',
    'Eine Suche als Dauersuche behalten: Sie sagt, was seit dem letzten Mal kam. Ihr Feed geht in jedem Leseprogramm.',
    'benachrichtigung neu hinweis',
  ],
];
