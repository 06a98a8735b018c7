export { tokensOf, type Token, type TokenKind } from './lexer';
export { startTyping, type Template } from './template';
export * from './step';
