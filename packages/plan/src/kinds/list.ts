import { benchmark } from './benchmark';
import { buying } from './buying';
import { crossing } from './crossing';
import { delivery, purchase } from './delivery';
import { digging } from './digging';
import { hole } from './hole';
import { keeping } from './keeping';
import { levelling } from './levelling';
import { line } from './line';
import { material } from './material';
import { native } from './native';
import { node } from './node';
import { nodeGround } from './node-ground';
import { nodePlace } from './node-place';
import { pipe } from './pipe';
import { profile } from './profile';
import { run } from './run';
import { runGrade } from './run-grade';
import { runGround } from './run-ground';
import { section } from './section';
import { setup } from './setup';
import { sharing } from './sharing';
import { shot } from './shot';
import { site } from './site';
import { swale } from './swale';
import { testPit } from './test-pit';
import { transfer } from './transfer';

/** Every kind of item, in the order in which a file lists them. A new kind is a file of its own and a line here. */
export const KIND_LIST = [
  line,
  node,
  nodeGround,
  run,
  runGround,
  runGrade,
  pipe,
  material,
  section,
  native,
  profile,
  nodePlace,
  benchmark,
  setup,
  shot,
  levelling,
  crossing,
  testPit,
  site,
  keeping,
  swale,
  sharing,
  hole,
  buying,
  purchase,
  delivery,
  transfer,
  digging,
] as const;
