import { Uuid } from '@alveus/plan';
import { z } from 'zod';

/** The company that jobs belong to until there are accounts. */
export const DEMO_COMPANY: Uuid = '3f0c7a52-6a0e-4b8e-9f52-0a1c5d7e2b90';

const PORT = 'is a number from 0 to 65535, and 0 takes any that is free';

/** What the server is told by its environment. Everything has a value or a clear complaint. */
const Config = z.object({
  /** Connection of the role that owns nothing. */
  APP_DATABASE_URL: z
    .string()
    .min(1, 'needs the address of the database, as postgres://alveus_app_alveus:…@127.0.0.1:…/alveus'),
  HOST: z
    .enum(['127.0.0.1', '::1', 'localhost'], 'serves this machine only: 127.0.0.1, ::1 or localhost')
    .default('127.0.0.1'),
  PORT: z
    .string()
    .regex(/^\d{1,5}$/, PORT)
    .transform(Number)
    .refine((port) => port <= 65_535, PORT)
    .default(4310),
  COMPANY_ID: Uuid.default(DEMO_COMPANY),
  /** Folder of the built web app; without it only the API is served. */
  WEB_DIR: z.string().optional(),
  LOG_LEVEL: z.enum(['silent', 'error', 'warn', 'info', 'debug']).default('info'),
});
export type Config = z.infer<typeof Config>;

/** @throws Error naming each variable that is wrong */
export function readConfig(environment: Readonly<Record<string, string | undefined>>): Config {
  const parsed = Config.safeParse(environment);
  if (parsed.success) return parsed.data;
  throw new Error(parsed.error.issues.map((issue) => `${issue.path.join('.')}: ${issue.message}`).join('\n'));
}
