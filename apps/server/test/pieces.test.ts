import { randomBytes } from 'node:crypto';
import compression from 'compression';
import express from 'express';
import request from 'supertest';
import { sendPieces } from '../src/http';

/** Answers that are sent as they are read. */

const BYTES = 48_000;
const PIECES = 60;

/** What cannot be packed any smaller, so that each piece fills what lies between the two. */
async function* pieces(): AsyncGenerator<string> {
  yield '[';
  for (let index = 0; index < PIECES; index += 1)
    yield `${index > 0 ? ',' : ''}${JSON.stringify(randomBytes(BYTES).toString('base64'))}`;
  yield ']';
}

test('a long answer is whole, and listens once for who takes it in, however often it waits', async () => {
  let [waited, listened] = [0, 0];
  const app = express();
  app.use(compression());
  app.get('/', (_, response, next) => {
    const [write, on] = [response.write.bind(response), response.on.bind(response)];
    response.write = ((piece: string) => {
      const more = write(piece);
      if (!more) waited += 1;
      return more;
    }) as typeof response.write;
    response.on = ((name: string, listener: () => void) => {
      if (name === 'drain') listened += 1;
      return on(name, listener);
    }) as typeof response.on;
    sendPieces(response, pieces()).catch(next);
  });
  const { body } = await request(app).get('/').set('Accept-Encoding', 'gzip').expect(200);
  expect(body).toHaveLength(PIECES);
  expect(waited).toBeGreaterThan(10);
  expect(listened).toBe(1);
});
