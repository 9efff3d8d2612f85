package keensparrow.server.publish;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import keensparrow.core.app.AppQuestions;
import keensparrow.core.app.Selection;
import keensparrow.core.app.view.View;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.Between;
import keensparrow.core.filter.DateRange;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.OneOf;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Answered;
import keensparrow.core.question.Question;
import keensparrow.core.words.TextOrder;
import keensparrow.server.app.PageAnswers;
import keensparrow.server.dataset.Dataset;
import keensparrow.server.dataset.DatasetService;
import keensparrow.server.store.StoreException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Asks what people will ask first, before the first of them comes: each published app's page as it opens, and under the
 * commonest values of its filters. A fresh process answers many times slower, until its loops are compiled.
 */
public final class WarmUp implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(WarmUp.class);
    private static final String FOREIGN = "sv"; // any language with an order of its own: the first one loads the rules
    private static final int VALUES = 6;
    private static final int DEEP = 10_000; // where the first rows alone are not enough
    private static final int SCREEN = 100;
    private static final long MAX_CLOSING_MILLIS = 10_000;
    private static final long MAX_NANOS = 4_000_000_000L;

    private final PublishService publishing;
    private final DatasetService datasets;
    private final PageAnswers answers;
    private final ExecutorService thread = new ThreadPoolExecutor(
            1,
            1,
            0,
            TimeUnit.SECONDS,
            new LinkedBlockingQueue<>(),
            WarmUp::daemon,
            new ThreadPoolExecutor.DiscardPolicy());
    private volatile boolean closed;

    public WarmUp(PublishService publishing, DatasetService datasets, PageAnswers answers) {
        this.publishing = publishing;
        this.answers = answers;
        this.datasets = datasets;
    }

    private static Thread daemon(Runnable task) {
        Thread thread = new Thread(task, "warm-up");
        thread.setDaemon(true);
        return thread;
    }

    /**
     * Starts in the background; loads the tables of apps first, then those of other datasets. From then on each edition
     * is gone through when it is published.
     */
    public void start() {
        later(() -> publishing.all().forEach(published -> tried(() -> ask(published))));
        later(datasets::loadAll);
        later(() -> TextOrder.of(FOREIGN));
        later(() -> datasets.rehearseLoad(() -> closed));
        publishing.onPublish(published -> later(() -> ask(published)));
    }

    /** Ends soon and waits for that: whoever closes the records next must not be asked any more. */
    @Override
    public void close() {
        closed = true;
        thread.shutdown(); // without an interrupt, which would close the file of the records
        try {
            if (!thread.awaitTermination(MAX_CLOSING_MILLIS, TimeUnit.MILLISECONDS)) {
                LOG.info("the warm-up did not end in time");
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void later(Runnable task) {
        thread.execute(() -> tried(task));
    }

    private void tried(Runnable task) {
        if (closed) {
            return;
        }
        try {
            task.run();
        } catch (UserException | StoreException e) {
            LOG.info("part of the warm-up failed: {}", e.getMessage()); // whoever asks meets the same and is told
        }
    }

    private void ask(PublishRepository.Published published) {
        Dataset dataset = datasets.getForLink(published.datasetId());
        long end = System.nanoTime() + MAX_NANOS;
        List<Selection> selections = new ArrayList<>();
        if (!published.app().startFilters().isEmpty()) { // what the first visitor asks
            Selection start = new Selection(published.app().startFilters(), List.of());
            answers.rehearse(published.app(), dataset, start, answered -> {});
        }
        answers.rehearse(published.app(), dataset, Selection.NONE, answered -> addLikely(answered, selections));
        for (Selection selection : selections) {
            if (!closed && System.nanoTime() < end) {
                answers.rehearse(published.app(), dataset, selection, answered -> {});
            }
        }
        for (View view : published.app().views()) {
            int sorts = view.isOfRows() ? view.columns().size() : 0;
            for (int i = sorts - 1; i >= 0; i--) { // backwards: of what there is no room for all of, the first stays
                List<Question.Sort> sort =
                        List.of(new Question.Sort(view.columns().get(i), true));
                for (int offset : new int[] {0, DEEP}) {
                    if (!closed && System.nanoTime() < end) {
                        PageAnswers.Slice slice = new PageAnswers.Slice(offset, SCREEN, sort, null, null);
                        answers.rehearseRows(published.app(), dataset, view.id(), slice);
                    }
                }
            }
        }
    }

    /** What people pick first: the commonest values, and the lower half of numbers or of the time. */
    private static void addLikely(Answered answered, List<Selection> selections) {
        if (!answered.id().startsWith(AppQuestions.filterId(""))) {
            return;
        }
        String column = answered.id().substring(AppQuestions.filterId("").length());
        if (answered.answer() instanceof Answer.ValueCounts counts) {
            counts.values().stream()
                    .limit(VALUES)
                    .map(value -> OneOf.of(column, value.value()))
                    .forEach(filter -> selections.add(of(filter)));
        } else if (answered.answer() instanceof Answer.Histogram spread
                && !spread.bins().isEmpty()) {
            String from = spread.bins().get(0).from();
            String to = spread.bins().get(spread.bins().size() / 2).to();
            selections.add(of(
                    spread.step() == null
                            ? Between.of(column, from, to)
                            : new DateRange(column, LocalDate.parse(from), LocalDate.parse(to), false)));
        }
    }

    private static Selection of(Filter filter) {
        return new Selection(List.of(filter), List.of());
    }
}
