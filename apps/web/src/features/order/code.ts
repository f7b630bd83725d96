export { ArticlesSheet } from './ArticleSheet';
export { ArticleSheet } from './ArticleSheet';
export { BuyingSheet } from './BuyingSheet';
export { JobOrder } from './JobOrder';
export { LineOrder } from './LineOrder';
export { OrderPaper } from './OrderPaper';
export { TicketSheet } from './TicketSheet';
export { TransferSheet } from './TransferSheet';
