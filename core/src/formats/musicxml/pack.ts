import { strToU8, zipSync } from 'fflate';

const SCORE = 'score.musicxml';
const MEDIA_TYPE = 'application/vnd.recordare.musicxml';

const CONTAINER = `<?xml version="1.0" encoding="UTF-8"?>
<container><rootfiles><rootfile full-path="${SCORE}" media-type="${MEDIA_TYPE}+xml"/></rootfiles></container>
`;

/** A fixed date in packed files: the same score always makes the same bytes. */
const DATE = new Date(2000, 0, 1);

/** Packs a MusicXML text as .mxl: container and media type as MusicXML 4.0 describes them. */
export const packMusicXml = (xml: string): Uint8Array<ArrayBuffer> =>
  zipSync(
    {
      mimetype: [strToU8(MEDIA_TYPE), { level: 0 }],
      'META-INF/container.xml': strToU8(CONTAINER),
      [SCORE]: strToU8(xml),
    },
    { mtime: DATE },
  );
