import { z } from 'zod';

/** The schools of practice a project follows: they decide the bands that readings are judged by. */
export const practiceSchema = z.strictObject({
  /** What a creative LUT may touch. */
  touch: z.enum(['fullLook', 'colourOnly']).default('fullLook'),
  blackPoint: z.enum(['clean', 'lifted', 'faded']).default('clean'),
  shadows: z.enum(['neutral', 'tinted']).default('neutral'),
  whites: z.enum(['touching', 'below']).default('touching'),
  highlights: z.enum(['clean', 'warm', 'blue']).default('clean'),
  /** Degrees from the skin line, + toward green. */
  skinLean: z.number().min(-20).max(20).default(0),
  /** Level skin is aimed at, % of the signal: half scale by day (one practice of several). */
  skinLevel: z.number().min(20).max(80).default(50),
  /** Where corrections of a shot stand in the finishing chain. */
  corrections: z.enum(['ahead', 'behind']).default('ahead'),
  /** Stops the camera's own screen shows the picture darker. */
  monitorOffsetStops: z.number().min(0).max(4).default(0),
});
export type PracticeSettings = z.output<typeof practiceSchema>;
export const usualPractice: PracticeSettings = practiceSchema.parse({});

interface Choice {
  question: string;
  options: Readonly<Record<string, string>>;
}

/** The questions with more than one school, in words. */
export const practiceChoices: Readonly<
  Record<'touch' | 'blackPoint' | 'shadows' | 'whites' | 'highlights' | 'corrections', Choice>
> = {
  touch: {
    question: 'A look may touch',
    options: { fullLook: 'colour and contrast', colourOnly: 'colour only' },
  },
  blackPoint: {
    question: 'Black point',
    options: { clean: 'clean, at or just above 0', lifted: 'never touching, 1–3 %', faded: 'faded, 4–10 %' },
  },
  shadows: {
    question: 'Deep shadows',
    options: { neutral: 'carry no colour', tinted: 'may be tinted' },
  },
  whites: {
    question: 'Whites',
    options: { touching: 'reach the top', below: 'stay below it, at 80–95 %' },
  },
  highlights: {
    question: 'Highlights',
    options: { clean: 'carry no colour', warm: 'may be warm', blue: 'may be blue' },
  },
  corrections: {
    question: 'Corrections of a shot stand',
    options: { ahead: 'ahead of the LUT', behind: 'behind the LUT' },
  },
};

/** What a project may begin with; each of its settings can be changed later. */
export const schools: readonly {
  id: string;
  label: string;
  about: string;
  practice: Partial<PracticeSettings>;
}[] = [
  {
    id: 'clean',
    label: 'Full look, clean blacks',
    about: 'Colour and contrast travel in the LUT. Black sits at or just above 0.',
    practice: {},
  },
  {
    id: 'lifted',
    label: 'Full look, lifted blacks',
    about: 'Colour and contrast travel in the LUT. Black never touches 0: 1–3 %.',
    practice: { blackPoint: 'lifted' },
  },
  {
    id: 'faded',
    label: 'Full look, faded and tinted',
    about: 'Black at 4–10 %, and deep shadows may carry a colour.',
    practice: { blackPoint: 'faded', shadows: 'tinted' },
  },
  {
    id: 'colourOnly',
    label: 'Colour only',
    about: 'The LUT changes colour; exposure and contrast stay as they were shot.',
    practice: { touch: 'colourOnly' },
  },
];

/** White level in % each school asks for (one practice of several: 8-bit highlights end within 230–255, or short of it). */
export const whiteBands: Readonly<
  Record<PracticeSettings['whites'], { low: number; high: number; slack: number }>
> = {
  touching: { low: 90, high: 100, slack: 15 },
  below: { low: 80, high: 95, slack: 5 },
};

/** Black level in % each school asks for (product facts: common practice). */
export const blackBands: Readonly<
  Record<PracticeSettings['blackPoint'], { low: number; high: number; slack: number }>
> = {
  clean: { low: 0, high: 3, slack: 2 },
  lifted: { low: 1, high: 3, slack: 1.5 },
  faded: { low: 4, high: 10, slack: 2 },
};
