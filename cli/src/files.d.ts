/** A text file, given to the bundle as it is. */
declare module '*?raw' {
  const text: string;
  export default text;
}
