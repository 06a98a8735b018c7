export { linksOf, type BetterLink, type Link } from './links';
export { playingOf, type Playing } from './playing';
export { sectionAt, sectionsOf, type Section } from './sections';
