/** The ready answers in Spanish, in the order of `answers.ts`. */
import type { SaidAnswer } from './said';

export const ANSWERS_ES: readonly SaidAnswer[] = [
  [
    '¿Cómo encuentro solo artículos revisados por pares?',
    'En la frase bajo la casilla, pulse «revisado por pares o no» y elija revisado por pares. Los editoriales, reseñas y cartas de una revista con revisión por pares no cuentan: no pasaron por pares.',
    'científico académico arbitrado revisores',
  ],
  [
    '¿Qué quiere decir revisado por pares?',
    'Otros investigadores leyeron el artículo antes de imprimirse y dijeron si se sostiene. «¿por qué?» junto a la marca de cada artículo dice en qué se basa.',
    'arbitrado científico revisores',
  ],
  [
    'Me piden fuentes de los últimos cinco años. ¿Cómo lo hago?',
    'En el Desglose, junto a los años, elija «los últimos 5», o trace sobre los años con el ratón. Los años quedan en la frase y se cambian allí.',
    'reciente fecha año nuevo período',
  ],
  [
    '¿Con cuántas palabras conviene buscar?',
    'Empiece con las dos o tres palabras que un autor pondría en el título. Demasiado: añada una. Poco: quite una o elija otra más amplia.',
    'palabras clave términos pocas muchas',
  ],
  [
    '¿Por qué mi búsqueda no encontró nada?',
    'A menudo es un error al teclear, o palabras que nunca van juntas. La página dice qué palabra no está en ningún registro; quite palabras o condiciones, o amplíe el alcance.',
    'ningún resultado cero vacío',
  ],
  [
    '¿Cómo busco una expresión exacta?',
    'Póngala entre comillas: "seguridad alimentaria". Con NEAR dos palabras pueden estar a pocas palabras una de otra: algas NEAR/3 cultivo.',
    'comillas juntas frase',
  ],
  [
    '¿Cómo encuentro todo lo de un autor?',
    'Escriba autor:"Apellido, Nombre", o pulse un nombre en un registro. Explorar, Personas muestra cómo se escribe el nombre y quién más se llama así.',
    'autora persona escritor',
  ],
  [
    '¿Cómo encuentro libros sobre una persona, y no suyos?',
    'Explorar, Personas: «sobre» cuenta lo escrito acerca de alguien. O busque materia:"Nombre".',
    'biografía vida sobre',
  ],
  [
    '¿Qué es un encabezamiento de materia?',
    'Una palabra que los catalogadores ponen a todo lo que trata de lo mismo, diga lo que diga el título. Pulse una en un buen registro para encontrar el resto.',
    'materia tema término',
  ],
  [
    'Tengo la referencia de un artículo. ¿Cómo lo encuentro?',
    'Pegue la referencia entera en la casilla: se lee y se busca. Una bibliografía entera va en Referencias.',
    'cita citado bibliografía',
  ],
  [
    '¿Qué es un DOI?',
    'Un número de un solo artículo que no cambia nunca: 10. y unas cifras, una barra y más. Póngalo en la casilla y ya está allí.',
    'identificador número enlace',
  ],
  [
    '¿Dónde encuentro el ISBN?',
    'Detrás del libro, sobre las barras, y al dorso de la portada: 13 cifras que empiezan por 978 o 979; los antiguos tienen 10.',
    'libro número',
  ],
  [
    '¿Dónde encuentro el ISSN?',
    'En la cubierta de la revista o con su índice, ocho cifras con un guion en medio: 1234-5678. Es de la revista, no del artículo.',
    'revista número',
  ],
  [
    '¿Qué son volumen y número?',
    'Un volumen suele ser un año de la revista, y un número una parte: 16(3) es volumen 16, número 3. Luego van las páginas.',
    'tomo fascículo parte',
  ],
  [
    '¿Puedo citar un artículo de periódico?',
    'Para lo que se decía entonces, sí; como prueba de que algo es así, use investigación. Aquí una búsqueda empieza con «salvo prensa».',
    'prensa noticias periódico fuente',
  ],
  [
    '¿Qué es un artículo de revisión?',
    'Uno que resume lo que se sabe de una cuestión: un buen comienzo, y sus referencias merecen repasarse. Es una clase del Desglose.',
    'revisión bibliográfica síntesis panorama',
  ],
  [
    '¿Qué es una fuente primaria?',
    'Lo que es en sí la prueba: una ley, una carta, datos, una obra de arte, el primer informe de un experimento. Lo que se escribe sobre ello es fuente secundaria.',
    'secundaria prueba fuente',
  ],
  [
    '¿Cómo consigo el texto completo?',
    'Cada línea empieza con cuándo puede leerse. «Ahora» tiene un botón Leer; si no, se hace una papeleta, o se dice el estante.',
    'pdf en línea leer descargar',
  ],
  [
    '¿Por qué no puedo abrir un artículo que encontré?',
    'Quizá la biblioteca no está suscrita a ese año. Las maneras de leer dicen por qué, y qué lo consigue: a menudo una copia por correo electrónico en unos días.',
    'acceso denegado suscripción pago',
  ],
  [
    'El enlace al texto completo no funciona. ¿Y ahora?',
    'Pulse «Este enlace no funcionó»: el mostrador se entera y usted sigue por la manera siguiente. No hay que hacer más.',
    'roto muerto equivocado error',
  ],
  [
    '¿Tengo que pagar un artículo en la página de la editorial?',
    'No, nunca: vuelva aquí y haga una papeleta. Si alguien pide dinero, las maneras de leer tienen otra cosa.',
    'dinero coste precio comprar',
  ],
  [
    '¿Cómo leo desde casa?',
    'Leer pasa por la identificación de la biblioteca donde hace falta. Diga una vez, arriba en la página, que está fuera del campus.',
    'remoto casa identificarse proxy',
  ],
  [
    '¿Puedo leer un artículo en otro idioma?',
    'Los idiomas están en la frase y en el Desglose. Las traducciones de una obra están entre sus versiones, con su idioma.',
    'traducción inglés español',
  ],
  [
    '¿Qué es el acceso abierto?',
    'El texto está abierto a todos. Puede ser la versión impresa o el último manuscrito del autor; cuál, se dice al lado.',
    'gratis libre repositorio preprint open access',
  ],
  [
    '¿En qué se diferencian un preprint y la versión publicada?',
    'Un preprint aún no fue revisado. El manuscrito aceptado dice lo que dice el artículo impreso, sin sus páginas. Cite el impreso.',
    'manuscrito versión prepublicación',
  ],
  [
    'Este artículo está retractado. ¿Puedo usarlo?',
    'Solo para decir que está retractado. El aviso, enlazado arriba en el registro, dice por qué.',
    'retirado retractación',
  ],
  [
    '¿Cómo encuentro el libro en la estantería?',
    'Anote el campus, el nivel y la signatura. Primero las letras, luego el número, luego las letras tras los puntos como decimales: .F29 va antes de .F3.',
    'signatura dónde ubicar estante',
  ],
  [
    'El libro debería estar, pero no está en la estantería.',
    'Mire un estante a cada lado y en los carros. Luego diga «No está en la estantería» en su hoja de recogida, o resérvelo: lo buscan, y se ofrece la manera siguiente.',
    'falta perdido no está estantería',
  ],
  [
    '¿Puede enviarse un libro a mi campus?',
    'Sí: «lo envía» entre las maneras de leer. Llega por mensajero en sus días; cuál, se dice antes de pedirlo.',
    'traslado otra biblioteca mensajero',
  ],
  [
    'El libro está prestado. ¿Qué puedo hacer?',
    'Resérvelo: le toca después de quienes esperan. A menudo un socio lo tiene antes; las maneras van por orden de tiempo.',
    'reserva cola espera prestado',
  ],
  [
    '¿Cuánto tiempo puedo tener un libro?',
    'Depende de quién es usted y de dónde vino el libro. La página de reglas lo tiene en una tabla, y su papeleta dice el día.',
    'plazo préstamo vence días semanas',
  ],
  [
    '¿Cómo renuevo un préstamo?',
    'En su papeleta, Renovar: una vez o más, según quién sea usted, y no cuando alguien lo espera o está vencido.',
    'renovar renovación ampliar más tiempo libro',
  ],
  [
    '¿Qué pasa si devuelvo un libro tarde?',
    'Nadie más puede tenerlo entretanto; lo vencido no se puede renovar. Devuélvalo, o escriba al mostrador.',
    'retraso vencido multa tarde',
  ],
  [
    '¿Qué significa reclamado?',
    'Su dueño lo necesita antes. El nuevo día está en la papeleta; devuélvalo para entonces, aunque lo hubiera renovado.',
    'reclamación devolver',
  ],
  [
    '¿Qué es el préstamo interbibliotecario?',
    'Pedimos para usted lo que no tenemos a unas ciento cuarenta bibliotecas. Los libros vienen en préstamo, los artículos y capítulos como archivo.',
    'pedir otra biblioteca solicitud',
  ],
  [
    '¿Cuánto tarda un préstamo interbibliotecario?',
    'Cada papeleta dice el día probable y el día en que muy probablemente está, calculados según quién lo tiene y lo rápido que es. Los artículos tardan días; los libros, una semana o dos.',
    'días semanas cuándo llega plazo',
  ],
  [
    '¿Qué cuesta un préstamo interbibliotecario?',
    'El precio está en la papeleta, línea por línea, antes de enviarla, con lo que paga la biblioteca. Puede fijar lo más que quiere pagar.',
    'dinero precio tarifa coste',
  ],
  [
    '¿Puedo pedir solo un capítulo de un libro?',
    'Sí: elija capítulo en la papeleta y dé su título o páginas. Una parte es un archivo y llega antes que el libro. Un capítulo, o una décima parte de las páginas.',
    'parte páginas escaneo copia',
  ],
  [
    '¿Cuánto se puede copiar para mí?',
    'Un artículo de un número, un capítulo de un libro, o la parte que digan las reglas. La ley no permite más. La papeleta lo dice antes de enviarla.',
    'derechos autor límite páginas',
  ],
  [
    '¿Por qué debo aceptar una declaración de derechos de autor?',
    'Una copia solo puede hacerse para el estudio privado; la ley quiere que usted lo diga. El texto está en la papeleta.',
    'declaración ley',
  ],
  [
    '¿Puedo echarme atrás con una papeleta?',
    'Sí, en la papeleta: Retirar. Si alguien ya empezó, puede llegar igualmente; lo que se retira a tiempo no cuesta nada.',
    'cancelar anular deshacer pedido',
  ],
  [
    'Mi papeleta dice «le necesita». ¿Qué significa?',
    'Una biblioteca le pregunta algo: una condición, un precio, qué edición. Responda en la papeleta; hasta entonces espera, y el día también.',
    'pregunta espera condición respuesta',
  ],
  [
    '¿Dónde recojo lo que ha llegado?',
    'En el campus que dice su papeleta, mientras está abierto, tantos días como diga. Después se devuelve.',
    'recoger listo recogida',
  ],
  [
    'El archivo pide una contraseña.',
    'Es el número de la papeleta, junto al enlace, con un botón que lo copia.',
    'pdf cerrado cifrado abrir',
  ],
  [
    '¿Hasta cuándo puedo abrir un archivo que me enviaron?',
    'Hasta el día que dice su papeleta. Guárdelo antes: la ley no nos deja conservarlo.',
    'caduca descargar plazo',
  ],
  [
    '¿Puede la biblioteca comprar un libro para mí?',
    'Sugiéralo: entre las otras maneras, cuando nadie lo presta. Adquisiciones responde en unas semanas, y se le guarda cuando llega.',
    'compra sugerencia adquisición',
  ],
  [
    '¿Puedo leer en la biblioteca de otra universidad?',
    'En las de los socios con su propio carné; algunas quieren cita. Las maneras de leer dicen cuáles, con el horario.',
    'visita socio carné otra',
  ],
  [
    '¿Cómo encuentro lo que lee mi curso?',
    'Cursos: por profesor, nombre o código. Cada lectura dice dónde está y hasta cuándo pedirla.',
    'reserva clase lista lecturas',
  ],
  [
    '¿Qué es la reserva del curso?',
    'Ejemplares que un profesor ha apartado para una clase: para dos horas, una noche o tres días, o para leer junto al mostrador.',
    'préstamo corto mostrador curso',
  ],
  [
    '¿Hasta cuándo debo pedir una lectura?',
    'Está en el plan de la semana del curso: el último minuto en que pedirla aún la trae, muy probablemente, el día antes de la sesión.',
    'límite plazo seminario fecha',
  ],
  [
    '¿Cómo guardo lo que encontré?',
    '«Apartar» lo pone en la pila suelta; dé nombre a una pila por trabajo. Las pilas dicen qué se puede leer para el día que lo necesita.',
    'guardar favorito lista carpeta marcador',
  ],
  [
    '¿Cómo cito en el estilo de mi curso?',
    'Citar, en un título o una pila: escriba el nombre del estilo. Los huecos muestran lo que falta al registro; rellénelos y compruebe la entrada con su guía.',
    'cita bibliografía apa nota estilo',
  ],
  [
    '¿Cómo llevo mi lista a un gestor de referencias?',
    'Guardar en un archivo: RIS, BibTeX o CSL-JSON, desde un resultado, una pila o un registro.',
    'exportar ris bibtex gestor',
  ],
  [
    '¿Cómo compruebo una bibliografía que escribí?',
    'Péguela en Referencias: cada entrada se busca, se muestra lo que no coincide, y lo que falta se puede pedir.',
    'referencias comprobar corregir',
  ],
  [
    '¿Sabe la biblioteca lo que busco?',
    'No. Lo que guarda queda en este navegador; el servidor no conserva palabras ni nombres. Vacíe este navegador en una máquina que usan otros.',
    'privacidad datos historial',
  ],
  [
    '¿Cómo paso lo que guardé a otro ordenador?',
    'Guarde el archivo de cuenta y léalo allí: los dos se hacen uno, no se pierde nada.',
    'cuenta traspasar exportar teléfono',
  ],
  [
    'Comparto este ordenador. ¿Cómo no dejo nada?',
    '«Vaciar este navegador» en Guardado en este navegador: primero escribe su archivo, luego lo quita todo.',
    'público compartido salir borrar',
  ],
  [
    '¿Cuándo abre la biblioteca?',
    'El horario de cada campus, con sus excepciones, está en la página de lugares; cada manera de leer cuenta con él.',
    'horario apertura fin de semana',
  ],
  [
    '¿Cómo hablo con un bibliotecario?',
    'Escriba en Preguntar, con el título o la búsqueda de donde viene. El mostrador responde a más tardar el siguiente día laborable.',
    'ayuda contacto pregunta',
  ],
  [
    '¿Cómo busco en una base de datos?',
    'Bases de datos las ordena por materias y dice qué hay de cada una en este índice. Sus palabras van con usted.',
    'bases materia especializada',
  ],
  [
    '¿Qué revistas puedo leer aquí?',
    'Encontrar revistas: por título, ISSN o materia, con los años que puede leer y dónde.',
    'revista suscripción publicación',
  ],
  [
    '¿Cómo me entero cuando aparece algo nuevo?',
    'Guarde una búsqueda como búsqueda permanente: dice lo que llegó desde la última vez. Su canal se lee en cualquier lector.',
    'alerta aviso nuevo',
  ],
];
