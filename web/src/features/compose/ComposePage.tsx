import { useQuery } from '@tanstack/react-query';
import { Input } from 'antd';
import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { call } from '../../api/client';
import type { AppDefinition, Draft, DrawRequest, PublishState, View } from '../../api/types';
import { dataOf } from '../../shared/datasets';
import { ProblemNote } from '../../shared/ProblemNote';
import { useGrammar } from '../../shared/useGrammar';
import { PicturesOf } from '../../shared/sentence/PictureEditor';
import { Stages, TitleBar } from '../../shared/TitleBar';
import { AppPage, pageShown, usePageState, viewsOn } from '../read';
import { AddView } from './AddView';
import { ComposeGrid } from './ComposeGrid';
import { ChoicesMenu, newChoice, useProposals } from './ChoicesMenu';
import { DatasetsMenu } from './DatasetsMenu';
import { FiltersMenu } from './FiltersMenu';
import { FilterPicker } from './FilterPicker';
import { MeasuresMenu } from './MeasuresMenu';
import { freeName, pruned } from './names';
import { PageEditor } from './PageEditor';
import { StartPicker } from './StartPicker';
import { ViewEditor } from './ViewEditor';
import type { GrammarViewKind } from './options';
import { useDraft } from './useDraft';
import { say } from '../../words';
import css from './ComposePage.module.css';

/** Loads the draft, then lets its author refine the live page. */
export function ComposePage() {
  const { id = '' } = useParams();
  const { data, error, refetch } = useQuery({
    queryKey: ['draft', id],
    queryFn: () => call<Draft>('GET', `/api/apps/${id}`),
    gcTime: 0,
    refetchOnMount: 'always',
    staleTime: Infinity,
  });
  if (error) {
    return (
      <>
        <TitleBar title={say('compose.keenSparrow')} />
        <main>
          <ProblemNote error={error} onRetry={() => void refetch()} />
        </main>
      </>
    );
  }
  return data ? <Composer key={id} initial={data} /> : <TitleBar title="…" />;
}

function Composer({ initial }: { readonly initial: Draft }) {
  const draft = useDraft(initial);
  const grammar = useGrammar();
  const { app, saved } = draft;
  const update = (to: (now: AppDefinition) => AppDefinition) =>
    draft.change((now) => pruned(to(now), grammar));
  const change = (next: AppDefinition) => update(() => next);
  const [picked, setPicked] = useState<string | null>(null);
  const shownState = usePageState();
  const onPage = shownState.state.page;
  const page = { ...saved.page, app };
  const view = app.views.find((item) => item.id === picked);
  const proposals = useProposals(
    saved.id,
    saved.page.app.views.some((item) => item.id === picked) ? (picked ?? undefined) : undefined,
    saved.revision,
  );
  const title = (item: View) => page.words[item.id]?.title ?? item.title;
  useShortcuts(draft.undo, draft.redo);
  const setView = (next: View) =>
    update((now) => ({
      ...now,
      views: now.views.map((item) => (item.id === next.id ? next : item)),
    }));
  const remove = (id: string) => {
    change({ ...app, views: app.views.filter((item) => item.id !== id) });
    setPicked(null);
  };
  const { draw, problem } = useDrawAs(saved.id);
  const add = async (kind: GrammarViewKind, dataset: string | null) => {
    const made = await draw({ kind: kind.kind, dataset });
    if (!made) return;
    const shown = viewsOn(app, onPage);
    const bottom = Math.max(0, ...shown.map((item) => item.place.y + item.place.h));
    const id = freeName('v', app.views);
    const view = {
      ...made,
      id,
      place: { ...made.place, y: bottom },
      page: pageShown(app, onPage)?.id ?? null,
    };
    update((now) => ({ ...now, views: [...now.views, view] }));
    setPicked(id);
  };
  const move = (places: Map<string, View['place']>) =>
    change({
      ...app,
      views: app.views.map((item) => ({ ...item, place: places.get(item.id) ?? item.place })),
    });
  return (
    <PicturesOf value={saved.id}>
      <title>{app.title}</title>
      <TitleBar
        title={app.title}
        stages={<Stages now={3} dataset={saved.datasetId} app={saved.id} />}
      >
        <span className="soft" role="status" data-save={draft.state}>
          {draft.state === 'saved'
            ? say('compose.saved')
            : draft.state === 'saving'
              ? say('compose.saving')
              : say('compose.notSaved')}
        </span>
        <button type="button" className="button" disabled={!draft.canUndo} onClick={draft.undo}>
          {say('compose.undo')}
        </button>
        <button type="button" className="button" disabled={!draft.canRedo} onClick={draft.redo}>
          {say('compose.redo')}
        </button>
        <PublishLink id={saved.id} />
      </TitleBar>
      <main className={css.compose}>
        {draft.problem && <ProblemNote error={draft.problem} onRetry={() => void draft.save()} />}
        {problem && <ProblemNote error={problem} />}
        <div className={css.appFields}>
          <TitleField
            key={app.title}
            value={app.title}
            label={say('compose.titleOfTheApp')}
            onDone={(next) => change({ ...app, title: next })}
          />
          <TitleField
            key={`noun ${app.noun}`}
            value={app.noun}
            label={say('compose.whatARowIsIn')}
            onDone={(next) => change({ ...app, noun: next })}
          />
        </div>
        <AppPage
          data={page}
          base={`/api/apps/${saved.id}`}
          stamp={`${saved.revision} ${saved.page.data.version}`}
          tabsEnd={
            <PageEditor
              app={app}
              now={onPage}
              onChange={change}
              onGoTo={(id) => shownState.change({ ...shownState.state, page: id })}
            />
          }
          bandEnd={
            <span className={css.bandTools}>
              <MeasuresMenu
                id={saved.id}
                revision={saved.revision}
                first={saved.datasetId}
                app={app}
                page={page}
                grammar={grammar}
                onChange={change}
              />
              <ChoicesMenu
                id={saved.id}
                revision={saved.revision}
                first={saved.datasetId}
                app={app}
                page={page}
                grammar={grammar}
                onChange={change}
              />
              <DatasetsMenu app={app} page={page} first={saved.datasetId} onChange={change} />
              <StartPicker app={app} onChange={change} />
              <FiltersMenu
                app={app}
                page={page}
                first={saved.datasetId}
                grammar={grammar}
                onChange={change}
              />
              <FilterPicker
                filters={app.filters}
                page={page}
                onChange={(filters) => change({ ...app, filters })}
              />
            </span>
          }
          layout={(views, card) => (
            <ComposeGrid
              views={views}
              card={card}
              picked={picked}
              titles={title}
              editor={
                view && (
                  <ViewEditor
                    view={view}
                    title={title(view)}
                    app={app}
                    id={saved.id}
                    revision={saved.revision}
                    dataset={
                      (app.datasets ?? []).find((item) => item.name === view.dataset)?.dataset ??
                      saved.datasetId
                    }
                    page={dataOf(page, view.dataset)}
                    onChange={(next) => {
                      setView(next);
                      if (next.page !== view.page)
                        shownState.change({ ...shownState.state, page: next.page ?? null });
                    }}
                    proposals={proposals}
                    onChoose={(proposal) =>
                      change({
                        ...app,
                        choices: [...(app.choices ?? []), newChoice(app, view.id, proposal)],
                      })
                    }
                    onRemove={() => remove(view.id)}
                    onClose={() => setPicked(null)}
                  />
                )
              }
              onPick={(id) => setPicked(id === picked ? null : id)}
              onPlaces={move}
            />
          )}
        />
      </main>
      {!view && (
        <AddView page={page} grammar={grammar} onAdd={(kind, dataset) => void add(kind, dataset)} />
      )}
    </PicturesOf>
  );
}

/** Asks for a view of a kind: new, or as another is drawn. Nothing where that fails, which is said. */
function useDrawAs(id: string) {
  const [problem, setProblem] = useState<Error | null>(null);
  const draw = async (asked: DrawRequest): Promise<View | null> => {
    setProblem(null);
    try {
      return (await call<{ view: View }>('POST', `/api/apps/${id}/drawn-as`, asked)).view;
    } catch (failure) {
      setProblem(failure as Error);
      return null;
    }
  };
  return { draw, problem };
}

function useShortcuts(undo: () => void, redo: () => void) {
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      const typing =
        event.target instanceof HTMLElement && /INPUT|TEXTAREA/.test(event.target.tagName);
      if (typing || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
      event.preventDefault();
      if (event.shiftKey) redo();
      else undo();
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, [undo, redo]);
}

function PublishLink({ id }: { readonly id: string }) {
  const { data } = useQuery({
    queryKey: ['editions', id],
    queryFn: () => call<PublishState>('GET', `/api/apps/${id}/editions`),
  });
  const next = (data?.editions[0]?.number ?? 0) + 1;
  return (
    <Link className="button primary" to={`/apps/${id}/publish`}>
      {say('compose.publishEdition', { next })}
    </Link>
  );
}

function TitleField({
  value,
  label,
  onDone,
}: {
  readonly value: string;
  readonly label: string;
  readonly onDone: (value: string) => void;
}) {
  const [typed, setTyped] = useState(value);
  const done = () => {
    const next = typed.trim();
    if (next !== '' && next !== value) onDone(next);
  };
  return (
    <label className="soft">
      {label}
      <Input
        size="small"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={done}
        onPressEnter={done}
      />
    </label>
  );
}
