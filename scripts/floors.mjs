/**
 * The folders of `core/src`, floor by floor from the ground. A folder imports only from floors below its own, so that no
 * two can import each other in a circle. The files beside the folders lie under all of them.
 */
export const coreFloors = [
  ['numeric', 'tasks'],
  ['colour'],
  ['lut', 'render'],
  ['formats', 'film'],
  ['camera', 'texture'],
  ['look'],
  ['notes'],
  ['recording'],
  ['order'],
  ['readings'],
  ['scopes', 'plate', 'match', 'proposals'],
  ['trial'],
  ['pack'],
  ['inspect'],
  ['device'],
  ['api'],
];

/**
 * The folders of `web/src`, floor by floor from the ground: pixels, workers, what the page knows, the server, parts of the
 * interface, charts, stations. A folder imports only from floors below its own. The files beside the folders lie above all of them.
 */
export const webFloors = [
  ['gl', 'scopes'],
  ['workers'],
  ['state'],
  ['api'],
  ['ui'],
  ['chart'],
  ['plates'],
  ['bench'],
  ['exports'],
  ['shell'],
  ['screens'],
];

/**
 * Patterns of `no-restricted-imports` that hold folders to their floors: a folder imports only from floors below its own, so
 * that no two can import each other in a circle.
 * @param floors names of folders, floor by floor from the ground. @param room what they lie in, for messages.
 * @param never folders that nobody imports from. @returns by folder.
 */
export const floorPatterns = (floors, room, never = []) =>
  Object.fromEntries(
    floors.flatMap((floor, i) =>
      floor.map((name) => {
        const refused = floors
          .slice(i)
          .flat()
          .filter((n) => n !== name);
        return [name, pattern([...refused, ...never], `${room}/${name}`)];
      }),
    ),
  );

/** A pattern that refuses imports from some folders. @param place who is refused. */
export const pattern = (folders, place) => ({
  regex: `^(\\./|(\\.\\./)+)(${folders.join('|')})/`,
  message: `${place} lies on a lower floor, or on the same one: move down what both need`,
});
