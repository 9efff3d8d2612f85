package keensparrow.server.app;

import java.math.BigDecimal;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;
import java.util.stream.Stream;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.App;
import keensparrow.core.app.AppQuestions;
import keensparrow.core.app.AppSentences;
import keensparrow.core.app.Downloads;
import keensparrow.core.app.PageRequest;
import keensparrow.core.app.PartSelections;
import keensparrow.core.app.Selection;
import keensparrow.core.app.view.TableSlice;
import keensparrow.core.app.view.View;
import keensparrow.core.engine.QueryEngine;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.TextSearch;
import keensparrow.core.group.ByBins;
import keensparrow.core.group.GroupKey;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Limits;
import keensparrow.core.question.Question;
import keensparrow.core.question.QuestionSet;
import keensparrow.core.sentence.FilterSentences;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sql.QuestionSql;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import keensparrow.server.dataset.Dataset;
import keensparrow.server.dataset.DatasetService;
import keensparrow.server.memory.MemoryWatch;
import org.jspecify.annotations.Nullable;

/** What a number of a page is: how it is made, what held, how many rows it is of and the first of them. */
public final class Explanations {
    private static final int SAMPLE = 20;
    private static final int MAX_COLUMNS = 40;

    private final DatasetService datasets;

    private final MemoryWatch memory;
    private final Duration limit;

    /** @param limit how long one may take */
    public Explanations(DatasetService datasets, MemoryWatch memory, Duration limit) {
        this.datasets = datasets;
        this.memory = memory;
        this.limit = limit;
    }

    /**
     * What is asked about: a view, and of it what is marked there.
     *
     * @param choices for each choice by id, the id of the picked option
     * @param find of a table: a text that one of its columns must hold; null for none
     * @param headings of a table: filters on its columns, which narrow it alone
     */
    public record Request(
            @Nullable String view,
            @Nullable List<Filter> filters,
            @Nullable List<Selection.Mark> marks,
            @Nullable Map<String, String> choices,
            @Nullable String find,
            @Nullable List<Filter> headings) {}

    /** @param blanks rows without a value, which are left out; null where a measure reads no column */
    public record Explained(
            String name, String meaning, @Nullable Long blanks) {}

    /**
     * How a number is made.
     *
     * @param reading what is read, as a sentence
     * @param part what of the view is marked, which this is about; null for all of it
     * @param rows that it is of
     * @param sql the same question in SQL
     * @param sample the first of the rows; null where the app gives none away
     */
    public record Explanation(
            Sentence view,
            Sentence reading,
            @Nullable String part,
            List<Explained> measures,
            int rows,
            String sql,
            Answer.@Nullable Rows sample) {}

    /** Who asks decides which columns of the rows are seen. */
    public enum Audience {
        AUTHOR,
        COLLEAGUE
    }

    /** A view with the rows behind what it shows. */
    private record Asked(
            AppParts parts,
            AppParts.Part part,
            View view,
            QueryEngine engine,
            PartSelections selections,
            List<QueryEngine> engines,
            Optional<Filter> mark,
            List<Filter> lookedFor,
            Set<Filter> narrowing,
            BooleanSupplier over) {
        /** What of the view it is about, in words; null for all of it. */
        @Nullable
        String told() {
            List<String> phrases = Stream.concat(mark.stream(), lookedFor.stream())
                    .map(filter -> FilterSentences.phrase(filter, part.schema()))
                    .toList();
            return phrases.isEmpty() ? null : String.join(", ", phrases);
        }
    }

    private Asked asked(App whole, Dataset dataset, Request request) {
        PageAnswers.Request plain = PageAnswers.Request.of(request.filters(), request.marks(), request.choices());
        PageAnswers.requireBounded(plain);
        memory.requireRoom();
        long end = System.nanoTime() + limit.toNanos();
        App app = whole.shown(request.choices() == null ? Map.of() : request.choices());
        View view = Optional.ofNullable(request.view())
                .flatMap(app::view)
                .orElseThrow(
                        () -> new UserException(ErrorCode.VIEW_NOT_FOUND, Text.of("server.app.thisAppHasNoSuchView")));
        AppParts parts = AppParts.of(app, dataset, datasets);
        List<QueryEngine> engines = parts.engines(datasets);
        PartSelections selections = parts.selections(engines, PageAnswers.selection(plain));
        AppParts.Part part = parts.of(view);
        int at = parts.all().indexOf(part);
        Selection selection = selections.parts().get(at);
        Optional<Filter> mark = selection.marks().stream()
                .filter(one -> one.view().equals(view.id()))
                .map(Selection.Mark::filter)
                .findFirst();
        Set<Filter> narrowing = AppQuestions.narrowing(part.app(), view, selection);
        mark.ifPresent(narrowing::add);
        List<Filter> lookedFor = lookedFor(view, request.find(), request.headings());
        narrowing.addAll(lookedFor);
        return new Asked(
                parts,
                part,
                view,
                engines.get(at),
                selections,
                engines,
                mark,
                lookedFor,
                narrowing,
                () -> System.nanoTime() > end);
    }

    /**
     * What a reader looks for in a table alone; nothing of other views.
     *
     * @throws UserException INVALID_REQUEST for a filter on what the table does not show, or a text that is too long
     */
    static List<Filter> lookedFor(View view, @Nullable String find, @Nullable List<Filter> headings) {
        if (!view.isOfRows()) {
            return List.of();
        }
        PageAnswers.requireFewHeadings(headings);
        List<Filter> all = new ArrayList<>(
                AppQuestions.headings(view, new TableSlice(0, 0, null, null, headings == null ? List.of() : headings)));
        if (find != null && !find.isBlank()) {
            Limits.most(find.length(), Limits.TEXT, Words.say("server.app.charactersToFind"));
            all.add(new TextSearch(view.columns(), find)); // as the page looks, whatever is taken along
        }
        return all;
    }

    /** @throws UserException VIEW_NOT_FOUND for no such view; what the view itself fails with */
    public Explanation explain(App app, Dataset dataset, Request request, Audience audience) {
        Asked asked = asked(app, dataset, request);
        try {
            return explanation(asked, app, audience);
        } catch (UserException failure) {
            if (failure.code() == ErrorCode.CANCELLED) { // nobody but the clock does
                throw new UserException(ErrorCode.TOO_MUCH_ASKED, Text.of("server.app.thisTakesLonger"));
            }
            throw audience == Audience.AUTHOR ? failure : PageAnswers.told(failure);
        }
    }

    private Explanation explanation(Asked asked, App whole, Audience audience) {
        App app = asked.part().app();
        Schema schema = asked.part().schema();
        View view = asked.view();
        List<Measure> measures = view.kind().definition().measures(view);
        List<String> names = AppSentences.measures(view, app, schema);
        List<String> read = measures.stream()
                .map(Measure::column)
                .filter(column -> column != null && schema.has(column))
                .distinct()
                .toList();
        List<Long> filled = counts(asked, read);
        List<Explained> explained = new ArrayList<>();
        for (int m = 0; m < measures.size(); m++) {
            int at = read.indexOf(measures.get(m).column());
            String meaning = AppSentences.meaning(m == 0 ? view.measureId() : null, measures.get(m), app, schema);
            explained.add(new Explained(
                    names.get(m), meaning, at < 0 ? null : Long.valueOf(filled.get(0) - filled.get(at + 1))));
        }
        List<String> columns = columns(asked, whole, audience);
        Answer.@Nullable Rows sample = null;
        if (!columns.isEmpty()
                && one(asked, new Question.Rows(columns, List.of(), 0, SAMPLE)) instanceof Answer.Rows rows) {
            sample = rows;
        }
        return new Explanation(
                AppSentences.view(view, app, schema),
                reading(asked),
                asked.told(),
                explained,
                filled.get(0).intValue(),
                sql(asked),
                sample);
    }

    /** The sentence of the selection as far as it narrows the dataset of the view. */
    private static Sentence reading(Asked asked) {
        List<Integer> passing = new ArrayList<>();
        for (int p = 0; p < asked.engines().size(); p++) {
            passing.add(AppParts.passing(
                    asked.parts().all().get(p),
                    asked.engines().get(p),
                    asked.selections().parts().get(p)));
        }
        PageRequest shown = new PageRequest(Selection.NONE, List.of(asked.view().id()), Map.of(), Map.of(), false);
        return asked.parts().sentence(asked.selections().whole(), asked.engines(), passing, shown);
    }

    /** How many rows, then how many have a value in each column. */
    private static List<Long> counts(Asked asked, List<String> columns) {
        List<Measure> measures = new ArrayList<>(List.of(Measure.ROWS));
        columns.forEach(column -> measures.add(new Measure(Aggregate.COUNT, column)));
        Answer answer = one(asked, new Question.Groups(List.of(), measures, Question.Order.LABEL));
        List<Long> counts = new ArrayList<>();
        if (answer instanceof Answer.Groups groups) {
            groups.measures().forEach(measure -> {
                BigDecimal value = measure.values().get(0);
                counts.add(value == null ? 0L : value.longValue());
            });
        }
        return counts;
    }

    /** The answer to a question about the rows behind. */
    private static Answer one(Asked asked, Question question) {
        List<QuestionSet.ActiveFilter> conditions = new ArrayList<>();
        for (Filter filter : asked.narrowing()) {
            conditions.add(new QuestionSet.ActiveFilter("f" + conditions.size(), filter));
        }
        Answer[] found = {null};
        asked.engine()
                .answer(
                        new QuestionSet(conditions, List.of(new QuestionSet.Asked("q", question, Set.of()))),
                        answered -> {
                            if (answered.failure() != null) {
                                throw answered.failure();
                            }
                            found[0] = answered.answer();
                        },
                        asked.over());
        if (found[0] == null) {
            throw new UserException(ErrorCode.VIEW_NOT_FOUND, Text.of("server.app.thisAppHasNoSuchView"));
        }
        return found[0];
    }

    private static String sql(Asked asked) {
        View view = asked.view();
        Question question = view.kind().definition().ask(view, TableSlice.FIRST);
        Map<String, QuestionSql.Bins> bins = new HashMap<>();
        if (question instanceof Question.Groups groups
                && groups.by().stream().anyMatch(by -> by.grouping() instanceof ByBins)
                && one(asked, question) instanceof Answer.Groups answer) {
            List<List<GroupKey>> keys = List.of(answer.axis(), answer.splits(), answer.panels());
            for (int g = 0; g < groups.by().size(); g++) {
                if (groups.by().get(g).grouping() instanceof ByBins by) {
                    bins(keys.get(g)).ifPresent(found -> bins.put(by.column(), found));
                }
            }
        }
        return new QuestionSql(
                        asked.part().schema(),
                        asked.part().dataset().name(),
                        asked.engine().statistics()::latest,
                        bins)
                .of(question, asked.narrowing());
    }

    private static Optional<QuestionSql.Bins> bins(List<GroupKey> axis) {
        List<GroupKey> bins = axis.stream()
                .filter(key -> key.to() != null && key.value() != null)
                .toList();
        if (bins.isEmpty()) {
            return Optional.empty();
        }
        BigDecimal first = new BigDecimal(bins.get(0).value());
        return Optional.of(new QuestionSql.Bins(
                new BigDecimal(bins.get(0).to()).subtract(first),
                first,
                new BigDecimal(bins.get(bins.size() - 1).value())));
    }

    /** An author sees all columns, what the view shows first; a colleague those of the app's tables, if it gives rows. */
    private static List<String> columns(Asked asked, App whole, Audience audience) {
        Schema schema = asked.part().schema();
        Set<String> names = new LinkedHashSet<>();
        if (audience == Audience.AUTHOR) {
            names.addAll(PageData.columnsOf(asked.view()));
            schema.columns().stream().map(ColumnInfo::name).forEach(names::add);
        } else if (whole.allows(Downloads.ROWS)) {
            asked.part().app().views().stream().filter(View::isOfRows).forEach(table -> names.addAll(table.columns()));
        }
        return names.stream()
                .filter(schema::has)
                .filter(name -> !schema.get(name).isSensitive())
                .limit(MAX_COLUMNS)
                .toList();
    }

    /** The rows behind a view, to be read. @param reading what is read, in words */
    record Behind(String title, QueryEngine engine, QueryEngine.RowScan scan, Supplier<String> reading) {}

    /** @throws UserException NOT_ALLOWED where the app gives no rows */
    Behind behind(App app, Dataset dataset, Request request, Audience audience) {
        Asked asked = asked(app, dataset, request);
        List<String> columns = columns(asked, app, audience);
        if (columns.isEmpty()) {
            throw new UserException(ErrorCode.NOT_ALLOWED, Text.of("server.app.theAuthorOfThisApp"));
        }
        return new Behind(
                AppSentences.title(
                        asked.view(), asked.part().app(), asked.part().schema()),
                asked.engine(),
                new QueryEngine.RowScan(columns, asked.narrowing(), List.of()),
                () -> reading(asked).text());
    }
}
