import { NIGHT, PAPER } from '../picture/pictureTheme';

const curves = (colours: readonly string[]) => colours.map((colour, i) => `--c${i}:${colour}`).join(';');

/** The report's own style: paper by day, night where the reader's machine asks for it, and black on white in print. */
export const REPORT_STYLE = `
:root{--ground:#F5F0E6;--raised:#FBF8F1;--ink:#231D18;--ink2:#62574B;--line:#D6CBB8;--act:#A62B1F;--ok:#2C6A4C;--warn:#8A5A00;${curves(PAPER.curves)}}
*{box-sizing:border-box}
html{background:var(--ground);color:var(--ink);font:16px/1.55 'Archivo Variable','Text Arial','Text DejaVu',sans-serif;font-variant-numeric:tabular-nums lining-nums}
body{margin:0 auto;max-width:62rem;padding:2rem 1.25rem 4rem;overflow-wrap:anywhere}
h1,h2,h3{font-family:'Bricolage Grotesque Variable','Heading Arial','Heading DejaVu',sans-serif;line-height:1.15;break-after:avoid}
h1{font-size:2.3rem;margin:.2rem 0 .4rem}
h2{font-size:1.5rem;margin:2.4rem 0 .6rem;padding-top:.9rem;border-top:1px solid var(--line)}
h3{font-size:1.12rem;margin:1.4rem 0 .3rem}
p,li{max-width:44rem}
a{color:inherit;text-decoration-color:var(--act)}
nav ul.contents{list-style:none;padding:0;font-size:.9rem}.contents li{display:inline-block}.contents a{display:inline-block;padding:.25rem 0;min-height:1.5rem}.contents li:not(:last-child)::after{content:' · ';white-space:pre;color:var(--ink2)}
.quiet{color:var(--ink2);font-size:.9rem}
.mark{display:inline-block;width:.8rem;height:.8rem;vertical-align:-.06rem;margin-right:.35rem}.sketch{width:38px;height:35px;vertical-align:middle;margin-right:6px}
table{border-collapse:collapse;width:100%;font-size:.95rem}
th{text-align:left;font-weight:500;color:var(--ink2);font-size:.84rem;border-bottom:1.5px solid var(--ink);padding:.35rem .5rem;vertical-align:bottom;white-space:nowrap}
td.name{min-width:10rem}td[data-label=Fans]{min-width:6.5rem}
td{border-bottom:1px solid var(--line);padding:.5rem;vertical-align:top}
tr{break-inside:avoid}
.n{text-align:right;white-space:nowrap}
.place{font-weight:700;white-space:nowrap}
.ok{color:var(--ok)}.warn{color:var(--warn)}
figure{margin:1rem 0}
figure svg{width:100%;height:auto;display:block;border-top:1px solid var(--line);border-bottom:1px solid var(--line)}
figcaption{color:var(--ink2);font-size:.92rem;padding-top:.4rem}
.photos{display:flex;flex-wrap:wrap;gap:.7rem;margin:.6rem 0}
.photos img{max-width:100%;width:20rem;height:auto;border:1px solid var(--line)}
.two{display:grid;grid-template-columns:1fr 1fr;gap:0 2rem}
.award{border-left:3px solid var(--act);padding:.1rem .9rem;margin:.7rem 0}
dl{display:grid;grid-template-columns:minmax(10rem,15rem) 1fr;gap:.35rem 1.2rem}
dt{color:var(--ink2)}dd{margin:0;max-width:44rem}
body:has(.embedded){padding:.6rem;max-width:none}.embedded figure{margin:0}
/* What is far below is laid out when it comes near: a phone shows the first part sooner. */
@media screen{main>section{content-visibility:auto;contain-intrinsic-size:auto 40rem}}
/* What answers its readers: there with script alone. */
.asks body{max-width:80rem}
.ask-title{margin-top:1rem}
.ask-choices,.ask-fields{display:flex;flex-wrap:wrap;gap:.5rem .9rem;margin:.5rem 0}
.ask-choices label,.ask-fields label{display:block;font-size:.84rem;color:var(--ink2)}
.ask-choices label>span,.ask-fields label>span{display:block}
.ask-choices select,.ask-choices input,.ask-fields select,.ask-fields input{font:inherit;font-size:1rem;color:var(--ink);background:var(--raised);border:1px solid var(--ink2);border-radius:.3rem;min-height:2.2rem;padding:0 .5rem;max-width:100%}
.ask-choices input,.ask-fields input{width:6.5rem}
input[aria-invalid=true]{border-color:var(--act);outline:1px solid var(--act)}
.ask-answer{font-size:1.1rem;font-weight:650;margin:.5rem 0}
.ask-chart{position:relative;touch-action:pan-y;cursor:ew-resize;user-select:none}
.ask-chart svg{display:block;width:100%;height:auto}
.ask-line{position:absolute;top:0;bottom:0;width:24px;margin-left:-12px}
:focus-visible{outline:2px solid var(--act);outline-offset:2px}
.ask-order{list-style:none;margin:0;padding:0;border-top:1.5px solid var(--ink);columns:2;column-gap:2rem}
.ask-row{display:grid;grid-template-columns:3rem 1fr auto 1.8rem;gap:0 .4rem;align-items:start;border-bottom:1px solid var(--line);padding:.4rem 0;break-inside:avoid;max-width:none}
.ask-name{min-width:0}.ask-name>span{display:block}
.ask-pm,.ask-out,.ask-hidden button{font:inherit;font-size:.9rem;color:var(--ink2);background:none;border:0;padding:.15rem .2rem;min-height:1.6rem;min-width:1.6rem;cursor:pointer}
.ask-pm{text-decoration:underline dotted;text-underline-offset:3px}
.ask-hidden button{text-decoration:underline;color:var(--ink);padding:.15rem .4rem}
.ask-parts{grid-column:1/-1;font-size:.9rem;color:var(--ink2);padding:.2rem 0 .3rem 3.4rem}
.ask-parts p,.ask-parts ul{margin:.1rem 0;padding:0;list-style:none}
.ask-share{display:block;height:4px;background:var(--ink2);border-radius:2px}
.ask-rows{list-style:none;margin:.4rem 0;padding:0}
.ask-rows li{display:grid;grid-template-columns:minmax(0,1fr) 11.25rem minmax(0,1.3fr);gap:.1rem .9rem;align-items:center;border-bottom:1px solid var(--line);padding:.35rem 0;max-width:none}
#ask-more section>div{min-height:2rem}
#ask:empty{min-height:62rem}
.whisker{display:block;width:100%;height:14px}
.ask-misses{color:var(--ink2)}
@media (min-width:64rem){
.asks .first{display:grid;grid-template-columns:minmax(0,1fr) minmax(0,1.8fr);gap:0 2.6rem;align-items:start}
.asks #ask-more{grid-column:1/-1;display:grid;grid-template-columns:1fr 1fr;gap:0 2.6rem}
}
@media (max-width:640px){
.ask-order{columns:1}.ask-rows li{grid-template-columns:1fr}.ask-parts{padding-left:0}
h1{font-size:1.8rem}.two,dl{display:block}dd{margin-bottom:.6rem}
.order thead,.log thead{position:absolute;width:1px;height:1px;overflow:hidden;clip-path:inset(50%)}
.order tr,.log tr{display:block;border-bottom:1px solid var(--line);padding:.55rem 0}
.order td,.log td{display:flex;justify-content:space-between;gap:1rem;border:0;padding:.12rem 0;white-space:normal;text-align:left}
.order td:empty,.log td:empty{display:none}
.order td::before,.log td::before{content:attr(data-label);color:var(--ink2);font-size:.84rem;flex:none}
.order td.name{font-size:1.1rem;font-weight:700}.order td.name::before{content:none}
}
@media (prefers-color-scheme:dark){@media screen{:root{--ground:#0F141B;--raised:#161D26;--ink:#ECE6DA;--ink2:#A59F93;--line:#2B3541;--act:#DDA548;--ok:#67C296;--warn:#E6B450;${curves(NIGHT.curves)}}figure svg{filter:none}}}
@media print{
:root{--ground:#fff;--ink:#000;--ink2:#444;--line:#bbb}
@page{margin:16mm}
html{font-size:11pt}body{max-width:none;padding:0}
figure,.award,.entry,#ask{break-inside:avoid}
.ask-choices,.ask-fields,.ask-out,.ask-hidden,#ask-more .ask-choices{display:none}
p{orphans:3;widows:3}
thead{display:table-header-group}
}
`;
