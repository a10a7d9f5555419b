/** The ready answers in Portuguese, in the order of `answers.ts`. */
import type { SaidAnswer } from './said';

export const ANSWERS_PT: readonly SaidAnswer[] = [
  [
    'Como encontro só artigos revisados por pares?',
    'Na frase sob a caixa, clique em “revisado por pares ou não” e escolha revisado por pares. Editoriais, resenhas e cartas de um periódico com revisão por pares não contam: não passaram por pareceristas.',
    'científico acadêmico arbitrado pareceristas',
  ],
  [
    'O que quer dizer revisado por pares?',
    'Outros pesquisadores leram o artigo antes da publicação e disseram se ele se sustenta. “por quê?” ao lado da marca de cada artigo diz em que isso se baseia.',
    'arbitrado científico pareceristas',
  ],
  [
    'Pedem fontes dos últimos cinco anos. Como faço?',
    'No Desdobramento, ao lado dos anos, escolha “últimos 5”, ou trace sobre os anos com o mouse. Os anos ficam na frase e podem ser mudados ali.',
    'recente data ano novo período',
  ],
  [
    'Com quantas palavras devo buscar?',
    'Comece com as duas ou três palavras que um autor poria no título. Demais: acrescente uma. De menos: tire uma, ou escolha outra mais ampla.',
    'palavras-chave termos poucas muitas',
  ],
  [
    'Por que minha busca não encontrou nada?',
    'Muitas vezes é um erro de digitação, ou palavras que nunca aparecem juntas. A página diz qual palavra não está em nenhum registro; tire palavras ou condições, ou amplie o alcance.',
    'nenhum resultado zero vazio',
  ],
  [
    'Como busco uma expressão exata?',
    'Ponha-a entre aspas: "segurança alimentar". Com NEAR duas palavras podem ficar a algumas palavras uma da outra: algas NEAR/3 cultivo.',
    'aspas juntas frase',
  ],
  [
    'Como encontro tudo de um autor?',
    'Digite autor:"Sobrenome, Nome", ou clique em um nome de um registro. Percorrer, Pessoas mostra como o nome se escreve e quem mais se chama assim.',
    'autora pessoa escritor',
  ],
  [
    'Como encontro livros sobre uma pessoa, e não dela?',
    'Percorrer, Pessoas: “sobre” conta o que se escreveu sobre alguém. Ou busque assunto:"Nome".',
    'biografia vida sobre',
  ],
  [
    'O que é um cabeçalho de assunto?',
    'Uma palavra que os catalogadores dão a tudo o que trata do mesmo, diga o título o que disser. Clique em uma de um bom registro para encontrar o resto.',
    'assunto tema termo',
  ],
  [
    'Tenho a referência de um artigo. Como o encontro?',
    'Cole a referência inteira na caixa: ela é lida e procurada. Uma bibliografia inteira vai em Referências.',
    'citação citado bibliografia',
  ],
  [
    'O que é um DOI?',
    'Um número de um só artigo que nunca muda: 10. e alguns algarismos, uma barra e mais. Ponha-o na caixa e você está lá.',
    'identificador número link',
  ],
  [
    'Onde encontro o ISBN?',
    'Atrás do livro, acima das barras, e no verso da folha de rosto: 13 algarismos que começam com 978 ou 979; os antigos têm 10.',
    'livro número',
  ],
  [
    'Onde encontro o ISSN?',
    'Na capa do periódico ou com o sumário, oito algarismos com um hífen no meio: 1234-5678. É do periódico, não do artigo.',
    'periódico revista número',
  ],
  [
    'O que são volume e número?',
    'Um volume costuma ser um ano do periódico, um número é uma parte dele: 16(3) é volume 16, número 3. Depois vêm as páginas.',
    'tomo fascículo parte',
  ],
  [
    'Posso citar um artigo de jornal?',
    'Para o que se dizia na época, sim; como prova de que algo é assim, use pesquisa. Aqui uma busca começa com “excluindo notícias”.',
    'imprensa notícias jornal fonte',
  ],
  [
    'O que é um artigo de revisão?',
    'Um que resume o que se sabe de uma questão: um bom começo, e vale percorrer suas referências. É um tipo no Desdobramento.',
    'revisão literatura síntese panorama',
  ],
  [
    'O que é uma fonte primária?',
    'O que é a própria prova: uma lei, uma carta, dados, uma obra de arte, o primeiro relato de um experimento. O que se escreve sobre isso é fonte secundária.',
    'secundária prova fonte',
  ],
  [
    'Como consigo o texto completo?',
    'Cada linha começa com quando você pode ler. “Agora” tem um botão Ler; senão faz-se uma ficha, ou a estante é dita.',
    'pdf on-line ler baixar',
  ],
  [
    'Por que não consigo abrir um artigo que encontrei?',
    'Talvez a biblioteca não assine aquele ano. Os modos de ler dizem por quê, e o que resolve: muitas vezes uma cópia por e-mail em alguns dias.',
    'acesso negado assinatura pago',
  ],
  [
    'O link para o texto completo não funciona. E agora?',
    'Aperte “Este link não funcionou”: o balcão fica sabendo e você segue pelo modo seguinte. Não é preciso fazer mais nada.',
    'quebrado morto errado erro',
  ],
  [
    'Tenho de pagar por um artigo na página da editora?',
    'Não, nunca: volte aqui e faça uma ficha. Se alguém pedir dinheiro, os modos de ler têm outra coisa.',
    'dinheiro custo preço comprar',
  ],
  [
    'Como leio de casa?',
    'Ler passa pela identificação da biblioteca onde é preciso. Diga uma vez, no alto da página, que você está fora do campus.',
    'remoto casa entrar proxy',
  ],
  [
    'Posso ler um artigo em outra língua?',
    'As línguas estão na frase e no Desdobramento. As traduções de uma obra estão entre suas versões, com a língua.',
    'tradução inglês português',
  ],
  [
    'O que é acesso aberto?',
    'O texto está aberto a todos. Pode ser a versão impressa ou o último manuscrito do autor; qual, está dito ao lado.',
    'grátis livre repositório preprint open access',
  ],
  [
    'Qual a diferença entre um preprint e a versão publicada?',
    'Um preprint ainda não foi revisado. O manuscrito aceito diz o que diz o artigo impresso, sem as páginas dele. Cite o impresso.',
    'manuscrito versão pré-publicação',
  ],
  [
    'Este artigo foi retratado. Posso usá-lo?',
    'Só para dizer que foi retratado. O aviso, com link no alto do registro, diz por quê.',
    'retirado retratação',
  ],
  [
    'Como encontro o livro na estante?',
    'Anote o campus, o nível e o número de chamada. Primeiro as letras, depois o número, depois as letras após os pontos como decimais: .F29 vem antes de .F3.',
    'número chamada onde localizar',
  ],
  [
    'O livro deveria estar, mas não está na estante.',
    'Olhe uma estante para cada lado e nos carrinhos. Depois diga “Não está na estante” na sua folha de coleta, ou reserve-o: procuram por ele, e o modo seguinte é oferecido.',
    'falta perdido sumiu estante',
  ],
  [
    'Um livro pode ser enviado ao meu campus?',
    'Sim: “envia” entre os modos de ler. Vem por malote nos seus dias; em qual, é dito antes do pedido.',
    'transferência outra biblioteca malote',
  ],
  [
    'O livro está emprestado. O que posso fazer?',
    'Reserve-o: você é o próximo depois de quem espera. Muitas vezes um parceiro o tem antes; os modos estão por ordem de tempo.',
    'reserva fila espera emprestado',
  ],
  [
    'Por quanto tempo posso ficar com um livro?',
    'Depende de quem você é e de onde o livro veio. A página de regras tem isso em uma tabela, e sua ficha diz o dia.',
    'prazo empréstimo vence dias semanas',
  ],
  [
    'Como renovo um empréstimo?',
    'Na ficha dele, Renovar: uma vez ou mais, conforme quem você é, e não quando alguém espera por ele ou ele está em atraso.',
    'renovar renovação prorrogar mais tempo livro',
  ],
  [
    'O que acontece se eu devolver um livro tarde?',
    'Ninguém mais pode tê-lo enquanto isso; o que está em atraso não se renova. Devolva-o, ou escreva ao balcão.',
    'atraso vencido multa tarde',
  ],
  [
    'O que significa devolução solicitada?',
    'O dono precisa dele antes. O novo dia está na ficha; devolva-o até lá, mesmo que você o tenha renovado.',
    'chamado volta devolver',
  ],
  [
    'O que é empréstimo entre bibliotecas?',
    'Pedimos para você o que não temos a umas cento e quarenta bibliotecas. Livros vêm emprestados, artigos e capítulos como arquivo.',
    'pedir outra biblioteca solicitação',
  ],
  [
    'Quanto demora um empréstimo entre bibliotecas?',
    'Cada ficha diz o dia provável e o dia em que muito provavelmente está lá, calculados por quem o tem e pela rapidez de cada um. Artigos levam dias; livros, uma semana ou duas.',
    'dias semanas quando chega prazo',
  ],
  [
    'Quanto custa um empréstimo entre bibliotecas?',
    'O preço está na ficha, linha por linha, antes do envio, com o que a biblioteca paga. Você pode fixar o máximo que quer pagar.',
    'dinheiro preço taxa custo',
  ],
  [
    'Posso pedir só um capítulo de um livro?',
    'Sim: escolha capítulo na ficha e dê o título ou as páginas. Uma parte é um arquivo e chega antes do livro. Um capítulo, ou um décimo das páginas.',
    'parte páginas digitalização cópia',
  ],
  [
    'Quanto pode ser copiado para mim?',
    'Um artigo de um número, um capítulo de um livro, ou a parte que as regras dizem. A lei não permite mais. A ficha diz antes do envio.',
    'direitos autorais limite páginas',
  ],
  [
    'Por que preciso aceitar uma declaração de direitos autorais?',
    'Uma cópia só pode ser feita para estudo particular; a lei quer que você o diga. O texto está na ficha.',
    'declaração lei',
  ],
  [
    'Posso voltar atrás em uma ficha?',
    'Sim, na ficha: Retirar. Se alguém já começou, pode vir mesmo assim; o que é retirado a tempo não custa nada.',
    'cancelar desfazer pedido',
  ],
  [
    'Minha ficha diz “precisa de você”. O que significa?',
    'Uma biblioteca pergunta algo: uma condição, um preço, qual edição. Responda na ficha; até lá ela espera, e o dia também.',
    'pergunta espera condição resposta',
  ],
  [
    'Onde retiro o que chegou?',
    'No campus que a ficha diz, enquanto está aberto, por tantos dias quantos ela disser. Depois volta.',
    'retirar pronto retirada buscar',
  ],
  [
    'O arquivo pede uma senha.',
    'É o número da ficha, ao lado do link, com um botão que o copia.',
    'pdf bloqueado cifrado abrir',
  ],
  [
    'Até quando posso abrir um arquivo que me enviaram?',
    'Até o dia dito na ficha. Salve-o antes: a lei não nos deixa guardá-lo.',
    'expira baixar prazo',
  ],
  [
    'A biblioteca pode comprar um livro para mim?',
    'Sugira: entre os outros modos, quando ninguém o empresta. A aquisição responde em algumas semanas, e ele fica guardado para você quando chegar.',
    'compra sugestão aquisição',
  ],
  [
    'Posso ler na biblioteca de outra universidade?',
    'Nas dos parceiros com o seu próprio cartão; algumas querem hora marcada. Os modos de ler dizem quais, com o horário.',
    'visita parceiro cartão outra',
  ],
  [
    'Como encontro o que meu curso lê?',
    'Cursos: por professor, nome ou código. Cada leitura diz onde está e até quando pedi-la.',
    'reserva turma lista leituras',
  ],
  [
    'O que é a reserva do curso?',
    'Exemplares que um professor separou para uma turma: por duas horas, uma noite ou três dias, ou para ler ao lado do balcão.',
    'empréstimo curto balcão curso',
  ],
  [
    'Até quando devo pedir uma leitura?',
    'Está no plano da semana do curso: o último minuto em que um pedido ainda a traz, muito provavelmente, na véspera do encontro.',
    'limite prazo seminário data',
  ],
  [
    'Como guardo o que encontrei?',
    '“Pôr à parte” o põe na pilha solta; dê nome a uma pilha por trabalho. As pilhas dizem o que se pode ler até o dia em que você precisa.',
    'salvar favorito lista pasta marcador',
  ],
  [
    'Como cito no estilo do meu curso?',
    'Citar, em um título ou uma pilha: digite o nome do estilo. As lacunas mostram o que falta ao registro; preencha-as e confira com o seu guia.',
    'citação bibliografia apa nota estilo',
  ],
  [
    'Como levo minha lista a um gerenciador de referências?',
    'Salvar como arquivo: RIS, BibTeX ou CSL-JSON, de um resultado, uma pilha ou um registro.',
    'exportar ris bibtex gerenciador',
  ],
  [
    'Como confiro uma bibliografia que escrevi?',
    'Cole-a em Referências: cada entrada é procurada, o que diverge é mostrado, e o que falta pode ser pedido.',
    'referências conferir corrigir',
  ],
  [
    'A biblioteca sabe o que busco?',
    'Não. O que você guarda fica neste navegador; o servidor não guarda palavras nem nomes. Limpe este navegador em uma máquina que outros usam.',
    'privacidade dados histórico',
  ],
  [
    'Como passo o que guardei para outro computador?',
    'Salve o arquivo de conta e leia-o lá: os dois viram um, nada se perde.',
    'conta transferir exportar telefone',
  ],
  [
    'Divido este computador. Como não deixo nada?',
    '“Limpar este navegador” em Guardado neste navegador: primeiro grava o seu arquivo, depois remove tudo.',
    'público compartilhado sair apagar',
  ],
  [
    'Quando a biblioteca abre?',
    'O horário de cada campus, com as exceções, está na página de lugares; cada modo de ler conta com ele.',
    'horário funcionamento fim de semana',
  ],
  [
    'Como falo com um bibliotecário?',
    'Escreva em Perguntar, com o título ou a busca de onde você vem. O balcão responde o mais tardar no próximo dia útil.',
    'ajuda contato pergunta',
  ],
  [
    'Como busco em uma base de dados?',
    'Bases de dados as lista por assunto e diz o que de cada uma já está neste índice. Suas palavras vão junto.',
    'bases assunto especializada',
  ],
  [
    'Que periódicos posso ler aqui?',
    'O localizador de periódicos: por título, ISSN ou assunto, com os anos que você pode ler e onde.',
    'periódico revista assinatura',
  ],
  [
    'Como fico sabendo quando aparece algo novo?',
    'Guarde uma busca como busca permanente: ela diz o que chegou desde a última vez. O feed dela funciona em qualquer leitor.',
    'alerta aviso novo',
  ],
];
