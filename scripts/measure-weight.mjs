// Part of npm run measure: what each page's scripts weigh.
import { putSection } from './put-section.mjs';
import { buildIfNeeded, installPackages, root } from './setup.mjs';
import { weights } from './weights.mjs';

installPackages();
buildIfNeeded();
const { empty, pages } = weights(root);
const row = ({ page, bytes, times }) => `| ${page} | ${(bytes / 1000).toFixed(0)} kB | ${times.toFixed(2)} |`;
const isBench = ({ page }) => page.startsWith('the Bench');
const others = pages.filter((each) => !isBench(each));

const body = `
By the build’s own lists, gzipped: what a page loads before it is pressed, in times of an empty page of the same framework
(${(empty / 1000).toFixed(0)} kB). What is opened seldom comes when it is opened, or after the page. Aim: the Bench 1.3, any other page 1.5; \`weight.spec\` holds both.

| page | scripts | times an empty page |
| --- | --- | --- |
${pages.filter(isBench).map(row).join('\n')}
${others.slice(0, 12).map(row).join('\n')}
| the median of ${others.length} others | | ${others[others.length >> 1].times.toFixed(2)} |
`;
putSection('## Scripts', body);
console.log(body);
