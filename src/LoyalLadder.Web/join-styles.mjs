// Joins the style sheets of the rooms into wwwroot/lib/rooms.css, so that a page asks for two; later ones build on earlier ones.
import { readFileSync, writeFileSync } from 'node:fs';

const rooms = [
    'tokens',
    'house',
    'forms',
    'today',
    'sheet',
    'lines',
    'material',
    'diary',
    'school',
    'fit',
    'ladder',
    'together',
    'bench',
    'bench-below',
    'figure',
    'term',
    'drawn',
    'grid',
    'rounds',
    'small',
];
writeFileSync('wwwroot/lib/rooms.css', rooms.map(room => readFileSync(`wwwroot/css/${room}.css`, 'utf8')).join(''));
