/** The ready answers in French, in the order of `answers.ts`. */
import type { SaidAnswer } from './said';

export const ANSWERS_FR: readonly SaidAnswer[] = [
  [
    'Comment trouver seulement des articles évalués par les pairs ?',
    'Dans la phrase sous la case, cliquez sur « évalué par les pairs ou non » et choisissez évalué par les pairs. Les éditoriaux, comptes rendus et lettres d’une revue évaluée ne comptent pas : aucun relecteur ne les a lus.',
    'scientifique universitaire revue comité lecture',
  ],
  [
    'Que veut dire évalué par les pairs ?',
    'D’autres chercheurs ont lu l’article avant sa parution et dit s’il tient. « pourquoi ? » à côté de la marque de chaque article dit d’où on le sait.',
    'comité lecture scientifique relecteurs',
  ],
  [
    'On me demande des sources des cinq dernières années. Comment faire ?',
    'Dans la Répartition, à côté des années, choisissez « les 5 dernières », ou tracez sur les années avec la souris. Les années sont ensuite dans la phrase et s’y changent.',
    'récent date année nouveau période',
  ],
  [
    'Avec combien de mots faut-il chercher ?',
    'Commencez par les deux ou trois mots qu’un auteur mettrait dans le titre. Trop de résultats : ajoutez un mot. Trop peu : ôtez-en un, ou prenez-en un plus large.',
    'mots-clés termes peu beaucoup',
  ],
  [
    'Pourquoi ma recherche n’a-t-elle rien trouvé ?',
    'Souvent une faute de frappe, ou des mots qui ne vont jamais ensemble. La page dit quel mot n’est dans aucune notice ; ôtez des mots, des conditions, ou élargissez l’étendue.',
    'aucun résultat zéro vide',
  ],
  [
    'Comment chercher une expression exacte ?',
    'Mettez-la entre guillemets : "sécurité alimentaire". Avec NEAR, deux mots peuvent être à quelques mots l’un de l’autre : algues NEAR/3 culture.',
    'guillemets ensemble expression',
  ],
  [
    'Comment trouver tout ce qu’une personne a écrit ?',
    'Tapez auteur:"Nom, Prénom", ou cliquez sur un nom dans une notice. Parcourir, Personnes montre comment le nom s’écrit et qui d’autre le porte.',
    'auteur autrice écrivain',
  ],
  [
    'Comment trouver des livres sur une personne, et non d’elle ?',
    'Parcourir, Personnes : « sur » compte ce qui est écrit sur quelqu’un. Ou cherchez sujet:"Nom".',
    'biographie vie sur',
  ],
  [
    'Qu’est-ce qu’une vedette matière ?',
    'Un mot que les catalogueurs donnent à tout ce qui traite de la même chose, quels que soient les mots du titre. Cliquez-en un sur une bonne notice pour trouver le reste.',
    'sujet thème matière',
  ],
  [
    'J’ai la référence d’un article. Comment le trouver ?',
    'Collez la référence entière dans la case : elle est lue et cherchée. Une bibliographie entière va dans Références.',
    'citation cité bibliographie',
  ],
  [
    'Qu’est-ce qu’un DOI ?',
    'Un numéro propre à un article, qui ne change jamais : 10. et des chiffres, une barre, puis d’autres signes. Mettez-le dans la case et vous y êtes.',
    'identifiant numéro lien',
  ],
  [
    'Où trouver l’ISBN ?',
    'Au dos du livre, au-dessus des barres, et au verso de la page de titre : 13 chiffres qui commencent par 978 ou 979 ; les anciens en ont 10.',
    'livre numéro',
  ],
  [
    'Où trouver l’ISSN ?',
    'Sur la couverture de la revue ou avec son sommaire, huit chiffres avec un tiret au milieu : 1234-5678. C’est celui de la revue, non de l’article.',
    'revue numéro',
  ],
  [
    'Que veulent dire volume et numéro ?',
    'Un volume est en général une année de la revue, un numéro en est une partie : 16(3) est le volume 16, numéro 3. Les pages suivent.',
    'tome fascicule partie',
  ],
  [
    'Puis-je citer un article de journal ?',
    'Pour ce qui se disait alors, oui ; comme preuve que c’est vrai, prenez de la recherche. Ici, une recherche commence par « sauf presse ».',
    'presse actualité journal source',
  ],
  [
    'Qu’est-ce qu’un article de synthèse ?',
    'Un article qui résume ce qu’on sait d’une question : un bon début, et ses références valent la peine d’être parcourues. C’est un genre dans la Répartition.',
    'revue littérature synthèse état',
  ],
  [
    'Qu’est-ce qu’une source primaire ?',
    'Ce qui est soi-même la preuve : une loi, une lettre, des données, une œuvre d’art, le premier compte rendu d’une expérience. Ce qui s’écrit dessus est une source secondaire.',
    'secondaire preuve source',
  ],
  [
    'Comment obtenir le texte intégral ?',
    'Chaque ligne commence par le moment où vous pouvez lire. « Maintenant » a un bouton Lire ; sinon on fait un bulletin, ou le rayon est indiqué.',
    'pdf en ligne lire télécharger',
  ],
  [
    'Pourquoi ne puis-je pas ouvrir un article trouvé ?',
    'La bibliothèque n’est peut-être pas abonnée à cette année. Les façons de lire disent pourquoi, et ce qui permet de l’avoir : souvent une copie par courriel en quelques jours.',
    'accès refusé abonnement payant',
  ],
  [
    'Le lien vers le texte intégral ne marche pas. Que faire ?',
    'Appuyez sur « Ce lien ne marchait pas » : la banque est avertie et vous passez à la façon suivante. Il n’y a rien d’autre à faire.',
    'cassé mort faux erreur',
  ],
  [
    'Dois-je payer un article sur la page de l’éditeur ?',
    'Non, jamais : revenez ici et faites un bulletin. Si l’on demande de l’argent, les façons de lire ont autre chose.',
    'argent coût prix acheter',
  ],
  [
    'Comment lire de chez moi ?',
    'Lire passe par l’identification de la bibliothèque quand il le faut. Dites une fois, en haut de la page, que vous êtes hors campus.',
    'distance maison identifiant proxy',
  ],
  [
    'Puis-je lire un article dans une autre langue ?',
    'Les langues sont dans la phrase et dans la Répartition. Les traductions d’une œuvre sont parmi ses versions, avec leur langue.',
    'traduction anglais français',
  ],
  [
    'Qu’est-ce que le libre accès ?',
    'Le texte est ouvert à tous. C’est la version imprimée ou le dernier manuscrit de l’auteur ; laquelle est dite à côté.',
    'gratuit ouvert archive prépublication open access',
  ],
  [
    'Quelle différence entre une prépublication et la version publiée ?',
    'Une prépublication n’a pas encore été évaluée. Le manuscrit accepté dit ce que dit l’article imprimé, sans ses pages. Citez l’imprimé.',
    'manuscrit version preprint',
  ],
  [
    'Cet article est rétracté. Puis-je m’en servir ?',
    'Seulement pour dire qu’il est rétracté. L’avis, en lien en haut de la notice, dit pourquoi.',
    'retiré rétractation',
  ],
  [
    'Comment trouver le livre en rayon ?',
    'Notez le campus, le niveau et la cote. D’abord les lettres, puis le nombre, puis les lettres après les points comme des décimales : .F29 est avant .F3.',
    'cote où situer rayon',
  ],
  [
    'Le livre devrait être là mais n’est pas en rayon.',
    'Regardez une étagère à gauche et à droite, et sur les chariots. Puis dites « Pas en rayon » sur votre feuille de collecte, ou réservez-le : on le cherche, et la façon suivante est offerte.',
    'manquant perdu absent rayon',
  ],
  [
    'Un livre peut-il être envoyé à mon campus ?',
    'Oui : « l’envoie » parmi les façons de lire. Il vient par navette à ses jours ; lequel est dit avant votre demande.',
    'transfert navette autre bibliothèque',
  ],
  [
    'Le livre est emprunté. Que puis-je faire ?',
    'Réservez-le : vous venez après ceux qui attendent. Souvent un partenaire l’a plus tôt ; les façons sont dans l’ordre du temps.',
    'réservation file attente sorti',
  ],
  [
    'Combien de temps puis-je garder un livre ?',
    'Cela dépend de qui vous êtes et d’où vient le livre. La page des règles le dit dans un tableau, et votre bulletin donne le jour.',
    'durée prêt échéance jours semaines',
  ],
  [
    'Comment prolonger un prêt ?',
    'Sur son bulletin, Prolonger : une fois ou plus, selon qui vous êtes, et non quand quelqu’un l’attend ou qu’il est en retard.',
    'prolonger prolongation plus longtemps renouveler livre',
  ],
  [
    'Que se passe-t-il si je rends un livre en retard ?',
    'Personne d’autre ne peut l’avoir ; ce qui est en retard ne se prolonge pas. Rapportez-le, ou écrivez à la banque.',
    'retard amende frais',
  ],
  [
    'Que veut dire rappelé ?',
    'Son propriétaire en a besoin plus tôt. Le nouveau jour est sur le bulletin ; rapportez-le d’ici là, même si vous aviez prolongé.',
    'rappel retour',
  ],
  [
    'Qu’est-ce que le prêt entre bibliothèques ?',
    'Nous empruntons pour vous ce que nous n’avons pas, dans quelque cent quarante bibliothèques. Les livres viennent en prêt, les articles et chapitres en fichier.',
    'peb emprunter ailleurs demande',
  ],
  [
    'Combien de temps prend un prêt entre bibliothèques ?',
    'Chaque bulletin donne le jour probable et celui où il est très probablement là, calculés d’après ceux qui l’ont et leur rapidité. Des jours pour un article, une semaine ou deux pour un livre.',
    'délai jours semaines quand',
  ],
  [
    'Que coûte un prêt entre bibliothèques ?',
    'Le prix est sur le bulletin, ligne par ligne, avant l’envoi, avec ce que paie la bibliothèque. Vous pouvez fixer le plus que vous voulez payer.',
    'argent prix frais tarif',
  ],
  [
    'Puis-je demander un seul chapitre d’un livre ?',
    'Oui : choisissez chapitre sur le bulletin et donnez son titre ou ses pages. Une partie est un fichier et vient avant le livre. Un chapitre, ou un dixième des pages.',
    'partie pages numérisation copie',
  ],
  [
    'Combien peut-on copier pour moi ?',
    'Un article d’un numéro, un chapitre d’un livre, ou la part que disent les règles. La loi ne permet pas plus. Le bulletin le dit avant l’envoi.',
    'droit auteur limite pages',
  ],
  [
    'Pourquoi accepter une déclaration sur le droit d’auteur ?',
    'Une copie ne se fait que pour l’étude privée ; la loi veut que vous le disiez. Le texte est sur le bulletin.',
    'déclaration loi',
  ],
  [
    'Puis-je reprendre un bulletin ?',
    'Oui, sur le bulletin : Retirer. Si quelqu’un a commencé, cela peut venir quand même ; ce qui est retiré à temps ne coûte rien.',
    'annuler retirer demande commande',
  ],
  [
    'Mon bulletin dit « vous attend ». Qu’est-ce que cela veut dire ?',
    'Une bibliothèque vous demande quelque chose : une condition, un prix, quelle édition. Répondez sur le bulletin ; d’ici là il attend, et le jour aussi.',
    'question attente condition réponse',
  ],
  [
    'Où prendre ce qui est arrivé ?',
    'Au campus que dit votre bulletin, aux heures d’ouverture, pendant autant de jours qu’il le dit. Ensuite cela repart.',
    'retrait prendre prêt arrivé',
  ],
  [
    'Le fichier demande un mot de passe.',
    'C’est le numéro du bulletin, à côté du lien, avec un bouton qui le copie.',
    'pdf verrouillé chiffré ouvrir',
  ],
  [
    'Combien de temps puis-je ouvrir un fichier reçu ?',
    'Jusqu’au jour dit sur son bulletin. Enregistrez-le avant : la loi ne nous laisse pas le garder.',
    'expirer télécharger délai',
  ],
  [
    'La bibliothèque peut-elle acheter un livre pour moi ?',
    'Suggérez-le : parmi les autres façons, quand personne ne le prête. Les acquisitions répondent en quelques semaines, et il est gardé pour vous à son arrivée.',
    'achat suggestion acquisition',
  ],
  [
    'Puis-je lire dans la bibliothèque d’une autre université ?',
    'Chez les partenaires avec votre propre carte ; certains veulent un rendez-vous. Les façons de lire disent lesquels, avec les horaires.',
    'visite partenaire carte ailleurs',
  ],
  [
    'Comment trouver ce que lit mon cours ?',
    'Cours : par enseignant, nom ou code. Chaque lecture dit où elle se trouve et jusqu’à quand la demander.',
    'réserve cours liste lectures',
  ],
  [
    'Qu’est-ce que la réserve de cours ?',
    'Des exemplaires qu’un enseignant a mis de côté pour une classe : pour deux heures, une nuit ou trois jours, ou à lire sur place.',
    'réserve prêt court banque',
  ],
  [
    'Jusqu’à quand demander une lecture ?',
    'Le plan de la semaine du cours le dit : la dernière minute où une demande l’apporte encore, très probablement, la veille de la séance.',
    'limite délai séminaire date',
  ],
  [
    'Comment garder ce que j’ai trouvé ?',
    '« Mettre de côté » le pose sur la pile libre ; nommez une pile par travail. Les piles disent ce qui s’en lit d’ici le jour voulu.',
    'enregistrer favori liste dossier signet',
  ],
  [
    'Comment citer dans le style de mon cours ?',
    'Citer, sur un titre ou une pile : tapez le nom du style. Les trous montrent ce qui manque à la notice ; comblez-les et vérifiez avec votre guide.',
    'citation bibliographie apa note style',
  ],
  [
    'Comment mettre ma liste dans un logiciel de références ?',
    'Enregistrer dans un fichier : RIS, BibTeX ou CSL-JSON, depuis un résultat, une pile ou une notice.',
    'export ris bibtex logiciel',
  ],
  [
    'Comment vérifier une bibliographie que j’ai écrite ?',
    'Collez-la dans Références : chaque entrée est cherchée, ce qui diffère est montré, et ce qui manque se demande.',
    'références vérifier corriger',
  ],
  [
    'La bibliothèque sait-elle ce que je cherche ?',
    'Non. Ce que vous gardez reste dans ce navigateur ; le serveur ne garde ni mots ni noms. Videz ce navigateur sur une machine que d’autres utilisent.',
    'vie privée données historique',
  ],
  [
    'Comment porter ce que j’ai gardé sur un autre ordinateur ?',
    'Enregistrez le fichier de compte et relisez-le là-bas : les deux n’en font qu’un, rien n’est perdu.',
    'compte transfert export téléphone',
  ],
  [
    'Je partage cet ordinateur. Comment ne rien laisser ?',
    '« Vider ce navigateur » sous Gardé dans ce navigateur : votre fichier est écrit d’abord, puis tout est ôté.',
    'public partagé déconnexion effacer',
  ],
  [
    'Quand la bibliothèque est-elle ouverte ?',
    'Les horaires de chaque campus, avec leurs exceptions, sont sur la page des lieux ; chaque façon de lire en tient compte.',
    'horaires ouverture week-end',
  ],
  [
    'Comment parler à un bibliothécaire ?',
    'Écrivez sous Question, avec le titre ou la recherche d’où vous venez. La banque répond au plus tard le jour ouvrable suivant.',
    'aide contact question',
  ],
  [
    'Comment chercher dans une base de données ?',
    'Bases de données les range par discipline et dit ce que cet index en a déjà. Vos mots vous suivent.',
    'bases discipline spécialisée',
  ],
  [
    'Quelles revues puis-je lire ici ?',
    'Trouver une revue : par titre, ISSN ou discipline, avec les années que vous pouvez lire, et où.',
    'revue magazine abonnement',
  ],
  [
    'Comment savoir quand quelque chose de nouveau paraît ?',
    'Gardez une recherche comme veille : elle dit ce qui est venu depuis. Son fil se lit dans tout lecteur.',
    'alerte notification nouveau',
  ],
];
