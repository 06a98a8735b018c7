const note = (step: string, octave: number, staff: number, slur = ''): string =>
  `<note><pitch><step>${step}</step><octave>${octave}</octave></pitch><duration>1</duration><voice>${staff}</voice>` +
  `<type>quarter</type><staff>${staff}</staff>${slur && `<notations><slur type="${slur}" number="1"/></notations>`}</note>`;

const bar = (number: number): string => {
  const upper = ['C', 'E', 'D', number % 2 ? 'F' : 'G'].map((step, beat) =>
    note(step, 5, 1, beat === 0 ? 'start' : beat === 3 ? 'stop' : ''),
  );
  const lower = ['C', 'G', 'E', 'G'].map((step) => note(step, 3, 2));
  const attributes =
    '<attributes><divisions>1</divisions><key><fifths>0</fifths></key><time><beats>4</beats><beat-type>4</beat-type></time>' +
    '<staves>2</staves><clef number="1"><sign>G</sign><line>2</line></clef><clef number="2"><sign>F</sign><line>4</line></clef></attributes>';
  return (
    `<measure number="${number}">${number === 1 ? attributes : ''}${upper.join('')}` +
    `<backup><duration>4</duration></backup>${lower.join('')}</measure>`
  );
};

/** A dozen bars that nobody sees. The first piece a worker handles takes about a second longer than the next; this is that first. */
export const TRIAL =
  '<score-partwise version="4.0"><part-list><score-part id="P1"><part-name>Piano</part-name></score-part></part-list>' +
  `<part id="P1">${Array.from({ length: 12 }, (_, index) => bar(index + 1)).join('')}</part></score-partwise>`;
