// The package describes its core without the ending that module loaders want.
declare module 'paper/dist/paper-core.js' {
  import core from 'paper/dist/paper-core';
  export default core;
}
