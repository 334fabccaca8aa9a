declare module 'plotly.js-basic-dist-min' {
  export * from 'plotly.js';
}
declare module 'plotly.js-gl3d-dist-min' {
  export * from 'plotly.js';
}
