// What every page does, in one script.
import htmx from 'htmx.org';
import './keys.js';
import './frame.js';
import './spot-choice.js';
import './first-time.js';
import './when.js';
import './term.js';
import './reach.js';
import './refused.js';
import './drafts.js';

window.htmx = htmx;
