import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import express, { type ErrorRequestHandler, type Express, type RequestHandler } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { Problem, problemBody, toProblem } from './problem.ts';
import { clipRoutes } from './routes/clips.ts';
import { inspectedRoutes } from './routes/inspected.ts';
import { jobRoutes } from './routes/jobs.ts';
import { looseFileRoutes } from './routes/looseFiles.ts';
import { lookRoutes } from './routes/looks.ts';
import { lutRoutes } from './routes/luts.ts';
import { packRoutes } from './routes/packs.ts';
import { plateRoutes } from './routes/plates.ts';
import { profileRoutes } from './routes/profiles.ts';
import { projectRoutes } from './routes/projects.ts';
import { trialRoutes } from './routes/trials.ts';
import type { Services } from './services/index.ts';

/** The built interface, served by the same process. */
const webFolder = fileURLToPath(new URL('../../web/dist', import.meta.url));

const security = helmet({
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      defaultSrc: ["'self'"],
      baseUri: ["'none'"],
      connectSrc: ["'self'"],
      fontSrc: ["'self'"],
      formAction: ["'self'"],
      frameAncestors: ["'none'"],
      objectSrc: ["'none'"],
      scriptSrc: ["'self'"],
      styleSrc: ["'self'", "'unsafe-inline'"],
      imgSrc: ["'self'", 'data:', 'blob:'],
      workerSrc: ["'self'", 'blob:'],
    },
  },
  strictTransportSecurity: false,
});

/** Milliseconds a refused sender may go on before the line is cut. */
const patience = 3000;

/** The server is for this machine; another host name is somebody else's page reaching in. */
const localOnly: RequestHandler = (req, _res, next) => {
  if (!/^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/.test(req.get('host') ?? ''))
    throw new Problem(421, 'Wrong host', 'This server answers on 127.0.0.1 and localhost only.');
  next();
};

/** Pages of other origins may not change anything here: a browser says where a request comes from. */
const sameOriginOnly: RequestHandler = (req, _res, next) => {
  if (req.method === 'GET' || req.method === 'HEAD') return next();
  const origin = req.get('origin');
  const site = req.get('sec-fetch-site');
  const isOurs = origin === undefined || origin === `http://${req.get('host')}`;
  if (!isOurs || (site !== undefined && site !== 'same-origin' && site !== 'none'))
    throw new Problem(403, 'Foreign page', 'Only pages of this server may change anything on it.');
  next();
};

export function makeApp(services: Services, log: Logger): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(security, localOnly, sameOriginOnly);
  const all = [
    projectRoutes,
    profileRoutes,
    plateRoutes,
    clipRoutes,
    lookRoutes,
    packRoutes,
    trialRoutes,
    lutRoutes,
    inspectedRoutes,
    jobRoutes,
    looseFileRoutes,
  ];
  for (const routes of all) app.use('/api', routes(services));
  app.use('/api', (req) => {
    throw new Problem(404, 'Not found', `Nothing answers ${req.method} ${req.originalUrl}.`);
  });
  if (existsSync(webFolder)) {
    app.use(express.static(webFolder, { index: 'index.html' }));
    app.get('/{*path}', (_req, res) => res.sendFile('index.html', { root: webFolder }));
  }
  app.use(answerProblems(log));
  return app;
}

/** Characters of an error that are logged, of itself and of what it came of: some carry whole documents. */
const longestWhy = 300;
const whyOf = (error: unknown): string[] =>
  error instanceof Error
    ? [(error.stack ?? error.message).slice(0, longestWhy), ...whyOf(error.cause)]
    : error === undefined
      ? []
      : [String(error).slice(0, longestWhy)];

function answerProblems(log: Logger): ErrorRequestHandler {
  return (error, req, res, next) => {
    const problem = toProblem(error);
    if (problem.status >= 500) log.error({ why: whyOf(error), url: req.originalUrl }, 'request failed');
    if (res.headersSent) return next(error);
    // What is left of a refused upload is thrown away unread for a while, so that the sender can hear the answer.
    if (!req.complete)
      res.on('finish', () => setTimeout(() => req.complete || req.socket.destroy(), patience).unref());
    // A browser keeps some refusals for good (410 for one), and would answer the next try itself.
    res.removeHeader('ETag');
    res.set('Cache-Control', 'no-store');
    res.status(problem.status).type('application/problem+json').json(problemBody(problem));
  };
}
