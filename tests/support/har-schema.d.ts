declare module 'har-schema' {
  const schemas: Record<string, object>;
  export default schemas;
}
