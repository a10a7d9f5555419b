/**
 * How academics put titles and abstracts, in slots: {T} {U} topics, {A} {B} aspects, {M} method, {P} place,
 * {N} a number word, {Y} a year span. Heads and tails combine freely, so that a page of results does not
 * repeat one skeleton.
 */
const lines = (text: string): readonly string[] =>
  text
    .trim()
    .split('\n')
    .map((l) => l.trim());

export const HEADS = lines(`
{T} and {A}
{A} in {T}
The {A} of {T}
Rethinking {T}
{T} under pressure
What {T} tell us about {A}
Beyond {A}
Measuring {A} in {T}
{T} in {P}
From {T} to {U}
Who needs {T}?
Living with {T}
Why {A} matters for {T}
Does {A} depend on {B}?
Counting {T}
{A}, {B} and the case of {T}
Before and after {T}
{T} revisited
The quiet work of {T}
Predicting {A} from {B}
Notes on {T}
{A} without {B}
An uneasy balance
Slow change in {T}
{T} as a test of {A}
Half a century of {T}
The limits of {A}
{N} lessons from {T}
Explaining {A} among {T}
{T}, {U} and the question of {A}
Making sense of {A}
At the margins of {T}
How {T} shape {A}
A second look at {A}
When {T} fail
Tracing {A} through {T}
Small {T}, large effects
The afterlife of {T}
Linking {A} to {B} in {T}
Uncertain {A}
Against {A}
Seasonal patterns of {A} in {T}
Early evidence on {T}
The cost of {A}
Patterns of {A} across {T}
In search of {A}`);
export const TAILS = lines(`
evidence from {P}
{M} from {P}
{T} and {A} compared
a case study of {T}
the example of {U} in {P}
results from {M}
towards a theory of {A}
{A} and {B} over time
{Y}
lessons for {U}
a comparison of {T} and {U}
findings from {N2} sites
{T} in {P}, {Y}
what {M} can and cannot show
an exploratory study
the role of {B}
implications for {A}
a longitudinal view
three cases from {P}
questions of {A}
a reply and some data
new results from {P}
perspectives on {B}
{B} reconsidered
the view from {U}`);
export const REVIEW_TITLES = lines(`
{T}: a review of the evidence on {A}
{A} in {T}: a systematic review
What do we know about {T}? A scoping review
Thirty years of research on {T}
{T} and {U}: state of the field
A critical review of {M} in the study of {T}
Mapping the literature on {A}
Advances in {T}: review and outlook`);
export const EDITORIAL_TITLES = lines(`
Editorial: why {T}, why now
In this issue: {A}
Taking {T} seriously
Editor’s note on {T}
Editorial: {A} and the next ten years
A word about {A}
Introducing the special issue on {T}
From the editors: {T}
{T} after the meeting in {P}
A view from {P}: {A} and {B}
Editorial: what {P} can teach us about {A}
On reading {T} today
Ten issues on: {A}, {T} and this journal`);
export const LETTER_TITLES = lines(`
Letter: on {A} in {T}
Reply to the comment on {T}
{T}: a correction and a question
Letter to the editor about {M}
More on {A}`);
export const BOOK_TITLES = lines(`
{T}
The {A} of {T}
{T} and {U}
A history of {T}
Introduction to {T}
Handbook of {T} and {A}
{T}: an introduction
{A}
Understanding {A}
The making of {A}
{T} in {P}
Essays on {T}
{A} and its discontents
The book of {T}
Principles of {A}
{T} for students
Thinking about {A}
Companion to {T}
{T}, people and {A}
Working with {T}
{T} and {A} in {P}
{P} and its {T}
Across {P}: {A}, {T} and {U}
{A} seen from {P}
The {T} question
{T} before {U}
Readings in {A}`);
export const BOOK_TAILS = lines(`
theory and practice
a guide for students
{A} and {B}
from {P} to the world
methods and cases
{Y}
an anthology
experience from {P}
concepts and controversies
a reader
{M} in use
new directions`);
export const CHAPTER_TITLES = lines(`
Introduction: {T} and {A}
{A} in practice
The case of {T}
{T} in {P}
Methods: {M}
{A} and {B}
Towards {A}
{T} reconsidered
{U} and the problem of {A}
Conclusion: after {T}
Voices from {P}: {T}
{P} and the question of {A}
Fieldwork in {P}: {M}
{T}, {U} and a third way
A note on {M}`);
export const THESIS_TITLES = lines(`
{A} in {T}: {M} from {P}
{T} and {A} in {P}, {Y}
An investigation into {A} of {T}
{M} for {T}
Essays on {T} and {A}
{T}: {A}, {B} and {U}`);
export const REPORT_TITLES = lines(`
{T} in {P}: status and outlook
Monitoring {A}: annual report
Options for {T}: advice to the ministry
{A} in {T}: technical report
Survey of {T}, {Y}
Guidance on {A}
Working paper: {T} and {A}`);
export const NEWS_TITLES = lines(`
{P} council divided over {T}
Call for action on {A}
Students turn to {T}
“We never expected {T} to last”
{T} return to {P}
Minister promises money for {T}
New study questions {A}
Residents of {P} worry about {A}
Prize for work on {T}
What the row about {T} means for you`);
export const MEDIA_TITLES = lines(`
{T}: voices from {P}
A day with {T}
The sound of {P}: {T}
{P} in winter: {T}
A year with {T} in {P}
Walking through {P}: {A}
{A}, a conversation in {N2} parts
Conversations on {A}
Songs of {P}, {Y}
Lecture: {A}
{T}, a film essay`);
export const SENTENCES = lines(`
This study examines {A} in {T} using {M}.
Little is known about how {T} respond to changes in {A}.
Drawing on {M}, we trace {A} across {N2} sites in {P}.
Earlier work has treated {A} and {B} as separate questions; here they are taken together.
We collected data on {T} between {Y} in {P}.
The results show that {A} varies more within {T} than between {T} and {U}.
{B} turned out to matter less than expected.
A clear association between {A} and {B} was found, though not in every year.
No evidence was found that {T} affect {A} once {B} is taken into account.
The findings suggest that policies on {T} should pay closer attention to {A}.
We discuss the limits of {M} and point to questions for further work.
Interviews with people who work with {T} add depth to the picture.
The argument has consequences for the way {U} are described and compared.
Compared with {U}, {T} showed a stronger tendency towards {A}.
Taken together, the cases call into question a familiar account of {A}.
Data from {P} extend the record by {N2} years.
The paper closes with a proposal for measuring {A} more consistently.
Contrary to common belief, {A} declined only slowly.
Three patterns are distinguished, each with its own relation to {B}.
Our reading of the sources places {T} at the centre of a wider debate about {A}.
The approach can be applied to {U} with little change.
Uncertainty remains, above all where records of {T} are incomplete.
The article argues that {A} is best understood through the everyday practice of {T}.
These observations were repeated in a second season and confirmed.
For readers new to the field, a short account of {M} is given.`);
export const NUMBERS = ['Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Ten'] as const;
export const SMALL_NUMBERS = [
  'four',
  'six',
  'seven',
  'nine',
  'eleven',
  'twelve',
  'fourteen',
  'eighteen',
  'twenty',
] as const;
