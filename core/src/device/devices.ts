import type { Destination } from '../pack/destination.ts';
import { cameraSlot } from '../pack/destinations/cameraSlot.ts';
import { fieldMonitor } from '../pack/destinations/fieldMonitor.ts';
import { recorder } from '../pack/destinations/recorder.ts';
import type { DeviceDefinition } from './device.ts';

/** What a device shares with the place its files are planned for. */
const rulesOf = ({
  id,
  label,
  grids,
  maxBytes,
  slots,
  folderDepth,
  interpolation,
  depthInside,
}: Destination) => ({
  id,
  label,
  grids,
  maxBytes,
  slots,
  folderDepth,
  interpolation,
  depthInside,
});

/** Stand-in devices, made up after the usual kinds. To add one: an object here, and its test. */
export const devices = {
  'camera-slot': {
    ...rulesOf(cameraSlot),
    about: 'Four slots, names of eight characters, twelve bits inside',
    formats: ['cube'],
    shownLength: 8,
    order: 'card',
    range: 'full',
  },
  'field-monitor': {
    ...rulesOf(fieldMonitor),
    about: 'A list by name, ten bits inside, between points straight lines',
    formats: ['cube', '3dl'],
    shownLength: 12,
    order: 'name',
    range: 'full',
  },
  recorder: {
    ...rulesOf(recorder),
    about: 'Sends and shows 64–940 of 1023',
    formats: ['cube'],
    shownLength: 24,
    order: 'name',
    range: 'narrow',
  },
} as const satisfies Record<string, DeviceDefinition>;
export type DeviceId = keyof typeof devices;
export const deviceIds = Object.keys(devices) as [DeviceId, ...DeviceId[]];
