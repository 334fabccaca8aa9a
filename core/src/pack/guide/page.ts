/** Text made safe for a page. */
export const escape = (text: string): string =>
  text.replace(
    /[&<>"']/g,
    (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' })[c]!,
  );

/** A path as an address within the pack. */
export const address = (path: string): string => path.split('/').map(encodeURIComponent).join('/');

const style = `
:root{color-scheme:light;--ink:#1d1b22;--soft:#5b5763;--rule:#d8d3c9;--paper:#fdfbf7;--dusk:#5a3f86}
*{box-sizing:border-box}
body{margin:0;background:var(--paper);color:var(--ink);font:17px/1.5 Georgia,'Iowan Old Style',serif}
main{max-width:880px;margin:0 auto;padding:40px 24px 80px}
h1{font-size:34px;line-height:1.15;margin:0 0 4px;font-weight:600}
h2{font-size:23px;margin:44px 0 10px;font-weight:600}
h3{font-size:18px;margin:26px 0 6px;font-weight:600}
p{margin:8px 0;max-width:66ch}
.soft{color:var(--soft)}
.over{border-left:3px solid #b4552d;padding-left:12px;margin:14px 0}
a{color:var(--dusk)}
table{border-collapse:collapse;width:100%;font-size:15px}
th,td{text-align:left;vertical-align:top;padding:7px 14px 7px 0;border-top:1px solid var(--rule)}
th{font-weight:600;color:var(--soft)}
code{font:14px/1.4 ui-monospace,'DejaVu Sans Mono',monospace;overflow-wrap:anywhere}
figure{margin:0}
img{display:block;width:100%;height:auto;background:#222}
figcaption{font-size:14px;color:var(--soft);padding-top:3px}
.pair{display:grid;grid-template-columns:1fr 1fr;gap:10px;margin:14px 0 20px;break-inside:avoid}
.shot{display:flex;gap:18px;align-items:flex-start;break-inside:avoid}
.shot figure{flex:none}
.chooser{border:1px solid var(--rule);padding:16px 18px;background:#fff}
.chooser label{display:inline-flex;gap:8px;align-items:baseline;margin:4px 18px 4px 0}
select{font:inherit;padding:2px 6px}
output{display:block;margin-top:12px;min-height:3em}
@media (max-width:640px){.pair{grid-template-columns:1fr}h1{font-size:28px}.hide{display:none}}
@media print{body{background:#fff;font-size:11pt}.chooser{display:none}main{max-width:none;padding:0}h2{break-after:avoid}tr{break-inside:avoid}a{color:inherit;text-decoration:none}}
`;

/** A page that needs nothing beside itself. @param body made safe already. */
export const page = (title: string, body: string): string => `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escape(title)}</title>
<style>${style}</style>
</head>
<body>
<main>
${body}
</main>
</body>
</html>
`;
