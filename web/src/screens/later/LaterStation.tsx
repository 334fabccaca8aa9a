import { Link } from 'react-router';
import type { Station } from '../../shell/stations.ts';
import { useOpenProject } from '../../api/openProject.ts';

/** A station that is not built yet: what it will do, and where to go meanwhile. */
export function LaterStation({ station }: { station: Station }) {
  const project = useOpenProject();
  return (
    <main className="flex-1 grid place-items-center text-[15px]">
      <div className="max-w-[56ch]">
        <h2 className="font-semibold pb-1">{station.label}</h2>
        <p className="text-t2 pb-4">{station.purpose}</p>
        <ul className="text-t2 flex flex-col gap-1.5 border-l border-g4 pl-4">
          {station.does.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
        <p className="text-t3 pt-5 text-[13px]">
          This station is not built yet; nothing here can be used.{' '}
          <Link className="text-violet underline underline-offset-2" to={`/${project.id}/look`}>
            Go to the look bench
          </Link>
        </p>
      </div>
    </main>
  );
}
