import { practiceText, SHEET_FOOT, stepPlace, type PracticeDocument } from '@kettle-step/contract';
import type { SheetForm } from './arguments';

const SIGNS: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };

const escaped = (text: string): string => text.replace(/[&<>"]/g, (sign) => SIGNS[sign]!);

const check = (words: string): string => (words === '' ? '' : ` <i>Check:</i> ${escaped(words)}`);

const html = ({ title, steps }: PracticeDocument): string => `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<title>${escaped(title)}</title>
<style>
@page { size: A4; margin: 16mm; }
body { font: 12pt/1.5 sans-serif; max-width: 46em; margin: 1em auto; }
li { margin: 0 0 0.7em; break-inside: avoid; }
footer { border-top: 1px solid; font-size: 10pt; padding-top: 0.5em; }
</style>
</head>
<body>
<h1>${escaped(title)}</h1>
<ol>
${steps.map((step) => `<li><b>${escaped(stepPlace(step))}.</b> ${escaped(step.words)}${check(step.check)}</li>`).join('\n')}
</ol>
<footer>${escaped(SHEET_FOOT)}</footer>
</body>
</html>
`;

/** A practice sheet as a file. */
export const sheetBytes = (sheet: PracticeDocument, form: SheetForm): Uint8Array =>
  new TextEncoder().encode(form === 'html' ? html(sheet) : `${practiceText(sheet)}\n`);
