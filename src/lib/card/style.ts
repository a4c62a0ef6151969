/** Black on white, large, for the sun and one thumb. */
export const cardStyle = `
*{box-sizing:border-box}
body{margin:0;padding:12px;font:18px/1.35 system-ui,sans-serif;color:#000;background:#fff;max-width:40rem}
h1{font-size:22px;margin:0}h2{font-size:20px;margin:20px 0 4px}
p{margin:4px 0}ol{padding-left:0;list-style:none}#plan li{border-top:1px solid #555;padding:8px 0}
button,select,input,textarea{font:inherit;color:inherit}
button{min-height:52px;min-width:52px;padding:6px 12px;border:2px solid #000;border-radius:8px;background:#fff}
button[aria-pressed=true],button[aria-current=true],.go{background:#000;color:#fff}
button:disabled{background:#fff;color:#333;border-style:dashed}
.row{display:flex;flex-wrap:wrap;gap:8px;margin:8px 0}
.wide{width:100%}
.grow{flex:1 1 40%}
.answer{border:3px solid #000;border-radius:10px;padding:10px;margin:10px 0}
.fly{font-size:30px;font-weight:700;line-height:1.1}
.hand{font-size:24px;font-weight:600}
.quiet{color:#333}
.warn{border-left:8px solid #000;padding:4px 10px;font-weight:600}
.step{display:grid;grid-template-columns:56px 1fr 56px;align-items:center;gap:8px;margin:8px 0;text-align:center}
.step b{display:block;font-size:24px}
textarea{width:100%;min-height:7em;border:2px solid #000;border-radius:8px;padding:8px;font-size:15px}
:focus-visible{outline:4px solid #06c;outline-offset:2px}
@media print{#card,button,textarea{display:none}}
`;
