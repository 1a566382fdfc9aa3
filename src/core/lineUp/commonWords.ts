const wordSet = (text: string): ReadonlySet<string> => new Set(text.split(/\s+/).filter(Boolean));

/** Words of every text of a bench. A product that is called so cannot be taken out of a text. */
const ORDINARY = wordSet(`
  air award awards bench case control cool cooler coolers curves data die duty fan fans heat heatsink kelvin level line load method mount
  noise order pass paste place power price pump quiet radiator rig rise room run runs setting small sound speed value watt
`);

export const isOrdinaryWord = (word: string): boolean => ORDINARY.has(word);

/**
 * Further words that do not tell which product is meant, without case and marks. A covered name loses its other words wherever they
 * occur. These stay, because sentences need them.
 */
const COMMON = wordSet(`
  cases cooling heater mounts passes pad radiators settings watts sold own lab unit sample entry entries product maker brand model series
  edition version revision mark type class size set kit pack pair bare plain stock standard custom original second third first single dual
  double twin triple quad half full black white grey gray silver red blue green brown dark light clear copper nickel chrome color colour
  pro plus max mini micro nano ultra super lite slim thin thick low high profile tall short wide big large medium long compact tower top
  side front rear bottom left right back in out push pull exhaust intake inside outside open closed fast slow loud silent calm strong soft
  hard hot cold warm dry wet new old used best good better worse worst pressure flow static airflow duct frame blade blades bearing sleeve
  ball fluid liquid water oil metal base plate pipe pipes fin fins tube tubes block loop hub board boards card cards graphics processor
  socket memory drive drives cable cables screw screws bracket clip and are but can for from had has have her his how its let may not now
  off one our per put see she the their them then there these they this that too two use was way well were what when where which who why
  will with without would you your been being both each even ever every here into just like made make many more most much must near need
  never next only other over said same since some such than through under until upon very while after again all also always another any
  around away because before behind below between down during few found give given hold keep kept last late least less none once ours
  shows show seen still take taken test tested tests time times day days week year minute hour part parts point points number numbers name
  names word words note notes page figure figures del der des das den dem von van los las les ein eine und mit ohne con sin por para sur
  pas aux com net org www http https html zip csv png svg json true false null kuhler lufter kuhlkorper
`);

/** Legal forms of companies, as they stand behind a maker's name. */
const LEGAL_FORMS = wordSet(
  'ag gmbh kg kgaa ohg ug se co cie ltd limited plc llc llp lp inc corp corporation company sa sas sarl srl spa sl bv nv ab as aps oy oyj kk pty pte bhd sro doo',
);

/** Whether a word is a legal form such as GmbH or Ltd. */
export const isLegalForm = (word: string): boolean => LEGAL_FORMS.has(word);

/** Numbers, sizes and ratings: “140”, “140mm”, “12v”. */
const SIZE = /^\p{N}+(mm|cm|w|v|a|k|x|rpm|db|hz|pcs)?$/u;
const LEAST_LETTERS = 3;

/**
 * Whether a word of a name, without case and marks, tells which product is meant: three letters or more, no size, no common word, no
 * legal form.
 *
 * @example isTellingWord('sirocco') → true
 */
export function isTellingWord(word: string): boolean {
  return (
    word.length >= LEAST_LETTERS &&
    !SIZE.test(word) &&
    !ORDINARY.has(word) &&
    !COMMON.has(word) &&
    !LEGAL_FORMS.has(word)
  );
}
