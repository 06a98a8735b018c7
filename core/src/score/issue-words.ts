import type { ScoreIssue } from './score';

const figure = (quarters: number): string => String(Math.round(quarters * 100) / 100);

/** What was read around in a document, in words for the teacher. */
export const wordIssue = (issue: ScoreIssue): string => {
  switch (issue.code) {
    case 'off-keyboard':
      return `${issue.pitch} lies outside the piano's 88 keys and was left out.`;
    case 'quarter-tone':
      return `${issue.pitch} is written with a fraction of a semitone; it is taken as the nearest key below.`;
    case 'unreadable-note':
      return 'A note without a readable pitch was left out.';
    case 'tie-without-start':
      return `A tie into ${issue.pitch} has no beginning; the note is taken as struck again.`;
    case 'bar-length':
      return `This bar holds ${figure(issue.quarters)} quarters and its metre asks for ${figure(issue.dueQuarters)}; it is kept as it is written.`;
    case 'time-before-bar':
      return 'The file steps back before the barline; the notes there are set at the beginning of the bar.';
  }
};
