import { MailStandIn } from './MailStandIn';

/** node mail.mjs PORT: the stand-in for a mail server, its page on that port. */
const standIn = await MailStandIn.open(Number(process.argv[2] ?? 0)).catch(async () => MailStandIn.open(0));
process.send?.({ smtp: standIn.smtp, page: standIn.page });
const stop = () => void standIn.close().then(() => process.exit(0));
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
process.on('disconnect', stop);
