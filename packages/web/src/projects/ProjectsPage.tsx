/** Projects and their cases: the first page that anyone sees. */
import { DEMO_PROJECT, FIRST_CASE, FIRST_STOP } from '@keen-ladder/demo/names';
import { DeleteOutlined, EllipsisOutlined, PlusOutlined, UploadOutlined } from '@ant-design/icons';
import { formatFixed, formatNumber } from '@keen-ladder/core';
import type { CaseSummary, ProjectSummary } from '@keen-ladder/schema';
import { App, Button, Dropdown, Upload } from 'antd';
import { useEffect, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { api } from '../api/client.ts';
import {
  failureOf,
  useBinCaseMutation,
  useBinProjectMutation,
  useCreateProjectMutation,
  useDuplicateCaseMutation,
  useProjectsQuery,
  useRenameCaseMutation,
  useRenameProjectMutation,
  useRestoreCaseMutation,
  useRestoreProjectMutation,
} from '../api/queries.ts';
import { Brand } from '../app/Brand.tsx';
import { STATE_WORDS, StateMark } from '../case/StateMark.tsx';
import { FindButton } from '../commands/Commands.tsx';
import { NEW_CASE_IN } from '../commands/places.ts';
import { saveJson } from '../download/save.ts';
import { ThemeSwitch } from '../theme/ThemeSwitch.tsx';
import { BinDrawer } from './BinDrawer.tsx';
import { NameDialog } from './NameDialog.tsx';
import { NewCaseDialog } from './NewCaseDialog.tsx';
import { Thumbnail } from './Thumbnail.tsx';

/** What a name is asked for. */
interface Asked {
  title: string;
  first: string;
  done: (name: string) => Promise<unknown>;
}

/** ms after which a list with figures that are still being worked out is asked for again. */
const AGAIN = 800;

/** The list of cases; a failed reload keeps what was there. */
function useProjects() {
  const [isWaiting, setWaiting] = useState(false);
  const { data, error, refetch } = useProjectsQuery(undefined, {
    refetchOnMountOrArgChange: true,
    pollingInterval: isWaiting ? AGAIN : 0,
  });
  const projects = data?.projects;
  const waits = projects?.some((project) => project.cases.some((c) => !c.isCurrent)) === true;
  if (waits !== isWaiting) setWaiting(waits);
  return { projects, failure: failureOf(error), reload: refetch };
}

export function ProjectsPage() {
  const { projects, failure, reload } = useProjects();
  const [createProject] = useCreateProjectMutation();
  const [asked, setAsked] = useState<Asked | undefined>(undefined);
  const [search, setSearch] = useSearchParams();
  const newCaseIn = projects?.find(({ id }) => id === search.get(NEW_CASE_IN));
  const [isBinOpen, setBinOpen] = useState(false);
  useEffect(() => {
    document.title = 'Keen Ladder';
  }, []);
  return (
    <div className="projects">
      <header className="case-header">
        <Brand />
        <span className="spring" />
        <Button type="text" icon={<DeleteOutlined />} onClick={() => setBinOpen(true)}>
          Bin
        </Button>
        <FindButton />
        <ThemeSwitch />
      </header>
      <main>
        <div className="projects-head">
          <h1>Cases</h1>
          <Button onClick={() => setAsked({ title: 'New project', first: '', done: (name) => createProject(name).unwrap() })}>
            New project
          </Button>
        </div>
        {projects !== undefined && <Welcome projects={projects} />}
        {failure !== undefined && (
          <p className="sentence" role="alert">
            {failure}{' '}
            <Button type="link" onClick={() => void reload()}>
              Try again
            </Button>
          </p>
        )}
        {projects === undefined && failure === undefined && <p className="loading">Loading the cases …</p>}
        {projects?.map((project) => (
          <ProjectSection
            key={project.id}
            project={project}
            onAsk={setAsked}
            onNewCase={() => setSearch({ [NEW_CASE_IN]: project.id })}
          />
        ))}
      </main>
      {asked !== undefined && <NameDialog {...asked} onClose={() => setAsked(undefined)} />}
      {newCaseIn !== undefined && <NewCaseDialog project={newCaseIn} onClose={() => setSearch({})} />}
      <BinDrawer open={isBinOpen} onClose={() => setBinOpen(false)} />
    </div>
  );
}

/** One sentence that says what to do next. */
function Welcome({ projects }: { projects: ProjectSummary[] }) {
  const demo = projects.find((p) => p.name === DEMO_PROJECT)?.cases.find((c) => c.name === FIRST_CASE);
  if (projects.length === 0) return <p className="welcome">Begin with a project: a folder for the cases of one piece of work.</p>;
  if (demo === undefined)
    return <p className="welcome">Open a case, or begin a new one: two components, a feed and two purities are enough.</p>;
  return (
    <p className="welcome">
      New here? Open <Link to={`/cases/${demo.id}/${FIRST_STOP}`}>{demo.name}</Link> and drag any point on the drawing: stages and
      reflux answer while you move.
    </p>
  );
}

interface SectionProps {
  project: ProjectSummary;
  onAsk: (asked: Asked) => void;
  onNewCase: () => void;
}

function ProjectSection({ project, onAsk, onNewCase }: SectionProps) {
  const { message } = App.useApp();
  const navigate = useNavigate();
  const importFile = async (file: Blob) => {
    try {
      const made = await api.importCase(project.id, JSON.parse(await file.text()));
      await navigate(`/cases/${made.id}`);
    } catch (error) {
      void message.error(
        error instanceof SyntaxError ? 'This file is not a Keen Ladder case file: it is not JSON.' : messageOf(error),
        6,
      );
    }
  };
  const remove = useRemoval();
  const [renameProject] = useRenameProjectMutation();
  const [binProject] = useBinProjectMutation();
  const [restoreProject] = useRestoreProjectMutation();
  const { id } = project;
  const menu = [
    {
      key: 'rename',
      label: 'Rename',
      onClick: () =>
        onAsk({ title: 'Rename the project', first: project.name, done: (name) => renameProject({ id, name }).unwrap() }),
    },
    {
      key: 'bin',
      label: 'Move to the bin',
      onClick: () =>
        void remove(
          project.name,
          () => binProject(id).unwrap(),
          () => restoreProject(id).unwrap(),
        ),
    },
  ];
  return (
    <section className="project" aria-label={project.name}>
      <div className="project-head">
        <h2>{project.name}</h2>
        <Dropdown menu={{ items: menu }} trigger={['click']}>
          <Button type="text" icon={<EllipsisOutlined />} aria-label={`More for ${project.name}`} />
        </Dropdown>
        <span className="spring" />
        <Upload
          accept=".json,application/json"
          showUploadList={false}
          beforeUpload={(file) => void importFile(file)}
          customRequest={() => undefined}
        >
          <Button type="text" icon={<UploadOutlined />}>
            Import
          </Button>
        </Upload>
        <Button type="primary" icon={<PlusOutlined />} onClick={onNewCase}>
          New case
        </Button>
      </div>
      {project.cases.length === 0 && <p className="quiet">No cases yet. “New case” begins one; “Import” reads one from a file.</p>}
      <ul className="cases">
        {project.cases.map((item) => (
          <CaseCard key={item.id} item={item} parent={project.cases.find((c) => c.id === item.parentId)} onAsk={onAsk} />
        ))}
      </ul>
    </section>
  );
}

interface CardProps {
  item: CaseSummary;
  parent: CaseSummary | undefined;
  onAsk: (asked: Asked) => void;
}

function CaseCard({ item, parent, onAsk }: CardProps) {
  const { id, figures } = item;
  const remove = useRemoval();
  const [renameCase] = useRenameCaseMutation();
  const [duplicateCase] = useDuplicateCaseMutation();
  const [binCase] = useBinCaseMutation();
  const [restoreCase] = useRestoreCaseMutation();
  const menu = [
    {
      key: 'rename',
      label: 'Rename',
      onClick: () => onAsk({ title: 'Rename the case', first: item.name, done: (name) => renameCase({ id, name }).unwrap() }),
    },
    {
      key: 'variant',
      label: 'Make a variant',
      onClick: () =>
        onAsk({ title: 'New variant', first: `${item.name}, variant`, done: (name) => duplicateCase({ id, name }).unwrap() }),
    },
    {
      key: 'file',
      label: 'Save as a file',
      onClick: () => void api.caseFile(item.id).then((file) => saveJson(file, `${item.name}.keen.json`)),
    },
    {
      key: 'bin',
      label: 'Move to the bin',
      onClick: () =>
        void remove(
          item.name,
          () => binCase(id).unwrap(),
          () => restoreCase(id).unwrap(),
        ),
    },
  ];
  return (
    <li className="case-card">
      <Link to={`/cases/${item.id}`} className="case-link">
        <Thumbnail figures={figures} />
        <span className="case-words">
          <span className="case-name">{item.name}</span>
          {parent !== undefined && <span className="quiet small">variant of {parent.name}</span>}
          <span className="quiet">{figures.mixture === '' ? 'no components chosen' : figures.mixture}</span>
          <span className="case-state">
            <CaseState item={item} />
            {figures.stages !== null && ` · ${formatFixed(figures.stages, 0)} stages`}
            {figures.reflux !== null && ` · reflux ${formatNumber(figures.reflux, 3)}`}
          </span>
          <span className="quiet small">{`changed ${new Date(item.updatedAt).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}`}</span>
        </span>
      </Link>
      <Dropdown menu={{ items: menu }} trigger={['click']}>
        <Button type="text" className="card-menu" icon={<EllipsisOutlined />} aria-label={`More for ${item.name}`} />
      </Dropdown>
    </li>
  );
}

/** How a case stands: what was shown last stands while newer figures are worked out. */
function CaseState({ item: { figures, isCurrent } }: { item: CaseSummary }) {
  if (!isCurrent)
    return (
      <>
        <StateMark state="stale" /> being worked out
      </>
    );
  if (figures.state === 'over-time' || figures.state === 'failed')
    return (
      <>
        <StateMark state="out-of-reach" /> {figures.state === 'failed' ? 'could not be worked out' : 'not found in time'}
      </>
    );
  return (
    <>
      <StateMark state={figures.state} /> {STATE_WORDS[figures.state]}
    </>
  );
}

/** Moves a thing to the bin at once, and offers to take it back. */
function useRemoval() {
  const { message } = App.useApp();
  return async (name: string, bin: () => Promise<unknown>, restore: () => Promise<unknown>) => {
    try {
      await bin();
      const key = `bin-${name}`;
      const undo = async () => {
        message.destroy(key);
        await restore();
      };
      void message.open({
        key,
        duration: 8,
        content: (
          <>
            “{name}” is in the bin.{' '}
            <Button type="link" onClick={() => void undo()}>
              Undo
            </Button>
          </>
        ),
      });
    } catch (error) {
      void message.error(messageOf(error));
    }
  };
}

function messageOf(error: unknown): string {
  return error instanceof Error ? error.message : String(error);
}
