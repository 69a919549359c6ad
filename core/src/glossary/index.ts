export { Glossary, type Piece, type Term, type TermCode } from './glossary.js';
