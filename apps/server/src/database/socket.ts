import { Socket } from 'node:net';

/**
 * A socket that hands on to the system in one piece what is written in one go: statements that go out together cost one
 * call of it, and not several for each.
 */
export function gatheringSocket(): Socket {
  const socket = new Socket();
  // Connecting gives a socket its usual way to write.
  socket.once('connect', () => {
    const write = socket.write.bind(socket) as (...given: unknown[]) => boolean;
    let gathered: Buffer[] = [];
    const handOn = (): void => {
      const [all, [first]] = [gathered, gathered];
      gathered = [];
      if (first) write(all.length === 1 ? first : Buffer.concat(all));
    };
    socket.write = (...given: unknown[]): boolean => {
      const [piece] = given;
      // Whoever wants to know when it is written has it written now, after what came before.
      if (given.length > 1 || !Buffer.isBuffer(piece)) {
        handOn();
        return write(...given);
      }
      if (gathered.length === 0) process.nextTick(handOn);
      gathered.push(piece);
      return true;
    };
  });
  return socket;
}
