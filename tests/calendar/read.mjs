// Reads a calendar with a client library as calendar programs use it: node read.mjs file from to, then a line an occurrence:
// '2041-05-07T18:00 2041-05-07T17:00Z Kites'. The zones are those that the file itself brings.
import { readFileSync } from 'node:fs';
import ICAL from '../../src/LoyalLadder.Web/node_modules/ical.js/dist/ical.js';

const [file, from, to] = process.argv.slice(2);
const calendar = new ICAL.Component(ICAL.parse(readFileSync(file, 'utf8')));
for (const zone of calendar.getAllSubcomponents('vtimezone')) ICAL.TimezoneService.register(zone);

const events = calendar.getAllSubcomponents('vevent').map(e => new ICAL.Event(e));
const [first, last] = [from, to].map(d => ICAL.Time.fromDateString(d));
const lines = [];
for (const event of events.filter(e => !e.isRecurrenceException())) {
  for (const other of events.filter(e => e.isRecurrenceException() && e.uid === event.uid)) event.relateException(other);
  const days = event.iterator();
  for (let next = days.next(); next; next = event.isRecurring() ? days.next() : null) {
    const { startDate, item } = event.getOccurrenceDetails(next);
    if (next.compare(last) > 0 && startDate.compare(last) > 0) break;
    if (startDate.compare(first) < 0 || startDate.compare(last) > 0) continue;
    const utc = startDate.convertToZone(ICAL.Timezone.utcTimezone);
    lines.push(`${startDate.toString().slice(0, 16)} ${utc.toString().slice(0, 16)}Z ${item.summary}`);
  }
}
console.log(lines.sort().join('\n'));
