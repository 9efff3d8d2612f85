package keensparrow.server.publish;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import keensparrow.core.app.App;
import keensparrow.core.app.AppQuestions;
import keensparrow.core.app.PageRequest;
import keensparrow.core.app.Selection;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.OneOf;
import keensparrow.core.question.Answer;
import keensparrow.server.dataset.Dataset;
import keensparrow.server.dataset.DatasetService;
import keensparrow.server.store.StoreException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Asks what people will ask first, before the first of them comes: each published app's page as it opens, and under the
 * commonest values of its filters. A fresh process answers many times slower, until its loops are compiled.
 */
public final class WarmUp {
    private static final Logger LOG = LoggerFactory.getLogger(WarmUp.class);
    private static final int VALUES = 6;
    private static final long MOST_NANOS = 4_000_000_000L;

    private final PublishService publishing;
    private final DatasetService datasets;

    public WarmUp(PublishService publishing, DatasetService datasets) {
        this.publishing = publishing;
        this.datasets = datasets;
    }

    /** Starts in the background; loads the tables of apps first, then those of other datasets. */
    public void start() {
        Thread thread = new Thread(this::run, "warm-up");
        thread.setDaemon(true);
        thread.start();
    }

    private void run() {
        List<Runnable> tasks = new ArrayList<>();
        publishing.all().forEach(published -> tasks.add(() -> ask(published)));
        tasks.add(datasets::loadAll);
        for (Runnable task : tasks) {
            try {
                task.run();
            } catch (UserException | StoreException e) {
                LOG.info("part of the warm-up failed: {}", e.getMessage()); // whoever asks meets the same and is told
            }
        }
    }

    private void ask(PublishRepository.Published published) {
        Dataset.Version version = datasets.version(datasets.getForLink(published.datasetId()));
        MemoryEngine engine = datasets.engine(version);
        long end = System.nanoTime() + MOST_NANOS;
        List<Selection> selections = new ArrayList<>();
        ask(engine, published.app(), Selection.NONE, selections);
        for (Selection selection : List.copyOf(selections)) {
            if (System.nanoTime() < end) {
                ask(engine, published.app(), selection, new ArrayList<>());
            }
        }
    }

    private static void ask(MemoryEngine engine, App app, Selection selection, List<Selection> next) {
        PageRequest page = new PageRequest(selection, null, Map.of(), Map.of(), true);
        engine.answer(
                AppQuestions.of(app, page),
                answered -> {
                    if (answered.answer() instanceof Answer.ValueCounts counts) {
                        String column = answered.id()
                                .substring(AppQuestions.filterId("").length());
                        counts.values().stream()
                                .limit(VALUES)
                                .map(value -> OneOf.of(column, value.value()))
                                .forEach(filter -> next.add(new Selection(List.of(filter), List.of())));
                    }
                },
                () -> false);
    }
}
