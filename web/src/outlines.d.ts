declare module 'virtual:outlines/*' {
  const outlines: import('../outlines').Outlines;
  export default outlines;
}
