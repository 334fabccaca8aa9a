import { z } from 'zod';
import { parseProfile } from '@velvet-dusk/core/camera/profile';
import { exportRoleIds } from '@velvet-dusk/core/order/roles/index';
import { parseLook } from '@velvet-dusk/core/look/document';
import { destinationOf } from '@velvet-dusk/core/look/migrations';
import { displaySchema, standardDisplay } from '@velvet-dusk/core/render/display';
import { defineJob } from '../kind.ts';

const orderSchema = z.object({
  kind: z.literal('velvet-dusk/export-order'),
  schemaVersion: z.literal(2),
  lookId: z.string(),
  lookVersion: z.number().int(),
  /** Documents of whatever version was current then; they are migrated when they are read. */
  look: z.looseObject({ name: z.string() }),
  profile: z.looseObject({ id: z.string() }),
  role: z.enum(exportRoleIds),
  display: displaySchema,
  grid: z.number().int(),
  fileName: z.string(),
});
export type ExportPayload = z.output<typeof orderSchema>;

/** An order of version 1 had its display in the look. */
function withDisplay(value: unknown): unknown {
  const order = z.looseObject({ schemaVersion: z.literal(1), look: z.unknown() }).safeParse(value).data;
  if (!order) return value;
  return { ...order, schemaVersion: 2, display: destinationOf(order.look) ?? standardDisplay };
}

/** An order for a cube, with look and profile as they were when it was given. */
export const exportPayloadSchema = z.preprocess(withDisplay, orderSchema);

export const exportCube = defineJob({
  kind: 'export',
  payload: exportPayloadSchema,
  deadline: 10 * 60_000,
  title: ({ fileName }) => fileName,
  subject: ({ lookId, look, lookVersion, profile, role, grid, fileName }) => ({
    lookId,
    lookName: look.name,
    lookVersion,
    profileId: profile.id,
    role,
    grid,
    fileName,
  }),
  async run({ lookId, lookVersion, look, profile, role, display, grid, fileName }, context) {
    const { pool, plates, luts, projectId, report, signal } = context;
    const order = {
      look: parseLook(look, `look ${lookId}`),
      profile: parseProfile(profile, `profile ${profile.id}`),
      role,
      display,
      grid,
      version: lookVersion,
    };
    const part = context.newPart();
    const task = {
      order,
      luts: luts.of(order.look),
      plates: await plates.recordings(projectId),
      part,
      fileName,
    };
    const { sha256, fileSize, proof } = await pool.exports.run('runExport', task, {
      signal,
      onProgress: (p) => report(p.stage, p.progress),
    });
    const document = { kind: 'velvet-dusk/export-result', schemaVersion: 1, proof } as const;
    return [{ part, sha256, name: fileName, size: fileSize, document }];
  },
});
