export * from './figures.ts'
export * from './labels.ts'
export * from './sentences.ts'
export * from './verdict-sentence.ts'
