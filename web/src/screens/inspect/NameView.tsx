import { useMemo, useState } from 'react';
import { decodeName, nameDoubts } from '@velvet-dusk/core/inspect/names/fileName';
import {
  taughtFor,
  type TaughtWord,
  teachingFolder,
  withoutTaught,
  withTaught,
} from '@velvet-dusk/core/inspect/names/taught';
import type { FullReport } from '@velvet-dusk/core/inspect/report/report';
import { useOpenProject } from '../../api/openProject.ts';
import { useSetSetting } from '../../api/settings.ts';
import { Button } from '../../ui/Button.tsx';
import { useInspectSetting } from './reports.ts';
import type { Row } from './tableColumns.ts';
import { TeachWord } from './TeachWord.tsx';

/** What was done to the taught words last, with what they were before. */
interface Done {
  says: string;
  before: readonly TaughtWord[];
}

/** A file's name taken apart, and what of it the file does not bear out. Words that are not known can be taught. */
export function NameView({ row, report }: { row: Row; report: FullReport }) {
  const { path } = row.file;
  const { profiles, looks } = useInspectSetting();
  const { taughtWords } = useOpenProject();
  const setTaught = useSetSetting('taughtWords');
  const [teaching, setTeaching] = useState('');
  const [done, setDone] = useState<Done | null>(null);
  const name = useMemo(
    () =>
      decodeName(path, {
        profiles,
        looks: looks.map((l) => l.document),
        taught: taughtFor(path, taughtWords),
      }),
    [path, profiles, looks, taughtWords],
  );
  const { readings, chosen } = report.identity;
  const top = readings[chosen];
  const doubts = nameDoubts(name, {
    size: report.file.size,
    role: top?.role ?? null,
    profile: top?.inputProfile ?? null,
    share: top?.share ?? 0,
  });
  const folder = teachingFolder(path);
  const put = (words: readonly TaughtWord[], says: string) => {
    setDone({ says, before: taughtWords });
    setTaught.mutate([...words]);
  };
  return (
    <div className="text-[12.5px]">
      <dl className="flex flex-wrap gap-x-4 gap-y-1">
        {name.tokens.map(({ text, tells, meaning, isTaught }, i) => (
          <div key={i} className="border-l border-g4 pl-2">
            <dt className="num text-t1">{text}</dt>
            <dd className={tells ? 'text-t2' : 'text-t3'}>
              {tells && tells !== 'taught' ? `${tells}: ${meaning}` : meaning}{' '}
              {tells === null && (
                <Button kind="text" aria-label={`Teach ${text}`} onClick={() => setTeaching(text)}>
                  Teach
                </Button>
              )}
              {isTaught && (
                <Button
                  kind="text"
                  aria-label={`Forget ${text}`}
                  onClick={() => put(withoutTaught(taughtWords, { folder, text }), `${text} is forgotten.`)}
                >
                  Forget
                </Button>
              )}
            </dd>
          </div>
        ))}
      </dl>
      {teaching !== '' && (
        <TeachWord
          key={teaching}
          text={teaching}
          folder={folder}
          onClose={() => setTeaching('')}
          onTeach={(word) => {
            setTeaching('');
            put(withTaught(taughtWords, word), `${word.text} is taught.`);
          }}
        />
      )}
      {done && !setTaught.error && (
        <p role="status" className="pt-1 text-t2">
          {done.says}{' '}
          <Button
            kind="text"
            onClick={() => {
              setTaught.mutate([...done.before]);
              setDone(null);
            }}
          >
            Undo
          </Button>
        </p>
      )}
      {setTaught.error && (
        <p role="alert" className="pt-1 text-ember">
          ▲ {setTaught.error.message}
        </p>
      )}
      {doubts.map((d) => (
        <p key={d} className="text-ember pt-1">
          ▲ {d}
        </p>
      ))}
    </div>
  );
}
