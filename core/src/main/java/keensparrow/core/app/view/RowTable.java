package keensparrow.core.app.view;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.app.measure.MeasureSentences;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.question.Question;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** The rows themselves. */
class RowTable implements ViewKind {
    private static final int MAX_ROWS = 1000;

    @Override
    public String label() {
        return Words.say("view.aTable");
    }

    @Override
    public String purpose() {
        return Words.say("view.whichRowsAreThey");
    }

    @Override
    public List<Slot> slots() {
        return List.of(Slot.COLUMNS, Slot.MEASURES, Slot.CELLS, Slot.CONDITION);
    }

    @Override
    public Place size() {
        return new Place(0, 0, 12, 7);
    }

    /** A row by the column that names it, or by another of those that the reader sees. */
    @Override
    public List<String> markable(View view) {
        return view.columns();
    }

    @Override
    public boolean isOfRows() {
        return true;
    }

    @Override
    public @Nullable String fault(View view) {
        return sortsByItsOwn(view, view.sort()) ? null : Words.say("view.theTableSortsByIts", "view", view.title());
    }

    private static boolean sortsByItsOwn(View view, List<Question.Sort> sort) {
        return sort.stream().allMatch(by -> view.columns().contains(by.column()));
    }

    @Override
    public Question ask(View view, TableSlice slice) {
        if (slice.limit() < 0 || slice.limit() > MAX_ROWS || slice.offset() < 0) {
            throw new UserException(ErrorCode.INVALID_REQUEST, Text.of("view.askForAtMostRows", "maxRows", MAX_ROWS));
        }
        List<Question.Sort> sort = slice.sort() == null ? view.sort() : slice.sort();
        if (!sortsByItsOwn(view, sort)) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST, Text.of("view.theTableSortsByIts", "view", view.title()));
        }
        return new Question.Rows(view.columns(), sort, slice.offset(), slice.limit(), slice.find());
    }

    /** Totals of all rows that are read, below them. */
    @Override
    public List<Measure> measures(View view) {
        return slots().contains(Slot.MEASURES) ? view.others() : List.of();
    }

    @Override
    public @Nullable Question beside(View view) {
        List<Measure> totals = new ArrayList<>(measures(view));
        for (String column : withLooks(view)) { // behind the totals, so that these keep their places
            totals.add(new Measure(Aggregate.MIN, column));
            totals.add(new Measure(Aggregate.MAX, column));
        }
        return totals.isEmpty() ? null : new Question.Groups(List.of(), totals, Question.Order.LABEL);
    }

    /** Columns that it shows whose cells show how large they are. */
    private List<String> withLooks(View view) {
        ViewSettings.Cells cells = view.drawing().cells();
        return cells == null || !slots().contains(Slot.CELLS)
                ? List.of()
                : cells.columns().stream().filter(view.columns()::contains).toList();
    }

    private static void cells(Sentence.Builder words, View view, Schema schema) {
        ViewSettings.Cells cells = view.drawing().cells();
        if (cells == null) {
            return;
        }
        said(words, "view.withBarsIn", cells.bars(), view, schema);
        said(words, "view.withColourIn", cells.shades(), view, schema);
    }

    private static void said(
            Sentence.Builder words, String key, @Nullable List<String> columns, View view, Schema schema) {
        List<String> labels = columns == null
                ? List.of()
                : columns.stream()
                        .filter(view.columns()::contains)
                        .map(schema::label)
                        .toList();
        if (!labels.isEmpty()) {
            words.phrase(key, Sentence.control("cells", Wording.all(labels)));
        }
    }

    @Override
    public Sentence sentence(View view, AppWords names) {
        Schema schema = names.schema();
        Sentence.Builder words = Sentence.builder();
        words.control("columns", Words.say("view.rowsWith", "view", columns(view, schema)));
        for (Question.Sort sort : view.sort()) {
            words.phrase("view.by3", Sentence.control("sort", schema.label(sort.column()) + direction(sort, schema)));
        }
        if (!measures(view).isEmpty()) {
            List<String> totals = measures(view).stream()
                    .map(measure -> MeasureSentences.of(measure, names.noun(), schema))
                    .toList();
            words.phrase("view.withTotals", Sentence.control("measures", Wording.all(totals)));
        }
        if (slots().contains(Slot.CELLS)) {
            cells(words, view, schema);
        }
        GroupsKind.narrowed(words, view);
        return words.phrase("view.as", Sentence.control("kind", label())).build();
    }

    private static String direction(Question.Sort sort, Schema schema) {
        ColumnInfo info = schema.find(sort.column()).orElse(null);
        if (info != null && info.isTime()) {
            return sort.descending() ? Words.say("view.latestFirst") : Words.say("view.earliestFirst");
        }
        if (info != null && info.type().isCoded()) {
            return sort.descending() ? Words.say("view.zToA") : Words.say("view.aToZ");
        }
        return sort.descending() ? Words.say("view.largestFirst") : Words.say("view.smallestFirst");
    }

    private static String columns(View view, Schema schema) {
        List<String> columns = view.columns();
        return switch (columns.size()) {
            case 0 -> Words.say("view.noColumn");
            case 1 -> schema.label(columns.get(0));
            default ->
                Words.say(
                        "view.andMore",
                        "columns",
                        schema.label(columns.get(0)),
                        "columns2",
                        Wording.small(columns.size() - 1),
                        "columns3",
                        columns.size() == 2);
        };
    }

    @Override
    public String title(View view, AppWords words) {
        return GroupsKind.narrowed(Wording.capital(words.noun()), view);
    }
}
