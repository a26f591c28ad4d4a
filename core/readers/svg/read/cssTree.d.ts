// The build of css-tree in one file, which needs nothing loaded beside it.
declare module 'css-tree/dist/csstree.esm' {
  export * from 'css-tree';
}
