/** Thin: the thread that reads a calendar, and shows at which of its events it is. */
import { parentPort, workerData } from 'node:worker_threads';
import { hoursOfCalendar, type CalendarRequest } from './calendar-events';

const { request, place } = workerData as { request: CalendarRequest; place: Int32Array };
parentPort!.postMessage(hoursOfCalendar(request, (index) => Atomics.store(place, 0, index)));
