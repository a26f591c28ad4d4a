import { json, Router, type Response } from 'express';
import { faultRequest, glassSchema, jobRequest } from '../../core/lifting/scanner/messages';
import type { Scanners } from './scanners';

/** Scanners by HTTP: the list, what lies on the glass, jobs, their progress and pages. Errors are `{ error: text }`. */
export function scannerRoutes(scanners: Scanners): Router {
  const routes = Router();
  const missing = (r: Response) => r.status(404).json({ error: 'there is no such scanner or job' });
  const invalid = (r: Response) => r.status(400).json({ error: 'this was not understood' });
  const done = (r: Response, known: boolean) => (known ? r.status(204).end() : missing(r));
  routes.use(json({ limit: '100kb' }));
  routes.use((_, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });
  routes.get('/', (_, response) => void response.json(scanners.list()));
  routes.put('/:id/glass', (request, response) => {
    const glass = glassSchema.safeParse(request.body);
    if (!glass.success) return void invalid(response);
    done(response, scanners.load(request.params.id, glass.data));
  });
  routes.put('/:id/fault', (request, response) => {
    const fault = faultRequest.safeParse(request.body);
    if (!fault.success) return void invalid(response);
    done(response, scanners.playFault(request.params.id, fault.data.next));
  });
  routes.post('/:id/clear', (request, response) => void done(response, scanners.clear(request.params.id)));
  routes.post('/:id/jobs', (request, response) => {
    const wanted = jobRequest.safeParse(request.body);
    if (!wanted.success) return void invalid(response);
    const job = scanners.start(request.params.id, wanted.data.dpi);
    if (job === 'busy') return void response.status(409).json({ error: 'the scanner is not ready' });
    if (!job) return void missing(response);
    response.status(202).json(job);
  });
  routes.get('/jobs/:job', (request, response) => {
    const job = scanners.job(request.params.job);
    if (job) response.json(job);
    else missing(response);
  });
  routes.delete(
    '/jobs/:job',
    (request, response) => void done(response, scanners.cancel(request.params.job)),
  );
  routes.get('/jobs/:job/page', (request, response) => {
    const page = scanners.page(request.params.job);
    if (!page) return void missing(response);
    response.set({ 'Content-Type': 'image/jpeg', 'Content-Length': String(page.bytes.length) });
    if (!page.breaks) return void response.end(page.bytes);
    // A plug that is pulled: half of the page, then nothing.
    response.write(page.bytes.subarray(0, page.bytes.length >> 1), () => response.destroy());
  });
  return routes;
}
