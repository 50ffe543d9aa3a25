declare module 'pdfmake/fonts/Roboto.js' {
  const fonts: Record<string, Record<'normal' | 'bold' | 'italics' | 'bolditalics', string>>;
  export default fonts;
}
