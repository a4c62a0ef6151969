/** Reading and writing open formats: pure text and tables to data and back. */
export * from './gauge';
