/**
 * The folders of `core/src`, floor by floor from the ground. A folder imports only from floors below its own, so that no
 * two can import each other in a circle. The files beside the folders lie under all of them.
 */
export const floors = [
  ['numeric'],
  ['colour'],
  ['lut', 'render'],
  ['formats', 'film'],
  ['camera', 'texture'],
  ['look'],
  ['order'],
  ['readings'],
  ['scopes', 'plate', 'match', 'proposals'],
  ['trial'],
  ['pack'],
  ['inspect'],
  ['device'],
  ['api'],
];

/** Patterns of `no-restricted-imports` for every folder, and for the files beside them under the name `.`. */
export const floorPatterns = Object.fromEntries(
  [
    ['.', floors.flat()],
    ...floors.flatMap((floor, i) =>
      floor.map((name) => [
        name,
        floors
          .slice(i)
          .flat()
          .filter((n) => n !== name),
      ]),
    ),
  ].map(([name, refused]) => [
    name,
    {
      regex: `^(\\./|(\\.\\./)+)(${[...refused, 'testing'].join('|')})/`,
      message: `core/src/${name} lies on a lower floor, or on the same one: move down what both need`,
    },
  ]),
);
