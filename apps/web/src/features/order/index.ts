import { later } from '../../ui/later';
import { NotHere } from '../../ui/NotHere';
import type { OrderPaperProps } from './OrderPaper';

/** The take-off of the job comes when it is first looked at, with its sheets. */

const code = () => import('./code');

export const JobOrder = later<object>(() => code().then((module) => module.JobOrder), null, NotHere);
export const LineOrder = later<object>(() => code().then((module) => module.LineOrder), null, NotHere);
/** As on paper. */
export const OrderPaper = later<OrderPaperProps>(() => code().then((module) => module.OrderPaper), null, NotHere);
