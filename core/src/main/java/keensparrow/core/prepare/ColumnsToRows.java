package keensparrow.core.prepare;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.TextBuilder;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.meaning.Meanings;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.Additivity;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Turns columns into rows: each row becomes one for each of the columns, with the column's label in one new column and
 * its value in another; all other columns are repeated. Columns of numbers give numbers, columns of one other type
 * give that, mixed ones give text.
 *
 * @param columns picked one by one; the others as {@link PickedColumns}, where null is none
 * @param labels name of the column of labels, @param values name of the column of values
 * @param between what parts a label in two where it stands first, such as a space in {@code 2026 Revenue}
 * @param second name of the column of what stands behind it; labels stay whole where null or blank
 */
public record ColumnsToRows(
        List<String> columns,
        @Nullable String like,
        @Nullable String from,
        @Nullable String to,
        PickedColumns.@Nullable All all,
        String labels,
        String values,
        @Nullable String between,
        @Nullable String second)
        implements Step {
    private static final long MAX_ROWS = 100_000_000;

    static final StepKind KIND = new StepKind(
            "columnsToRows",
            ColumnsToRows.class,
            Words.say("prepare.columnsToRows"),
            List.of(
                    Slot.columns("columns", Words.say("prepare.columnsToTurn")),
                    Slot.text("like", Words.say("prepare.andNamedLike")),
                    Slot.columnOrNone("from", Words.say("prepare.andFrom")),
                    Slot.columnOrNone("to", Words.say("prepare.upTo")),
                    Slot.option(
                            "all", Words.say("prepare.andAll"), PickedColumns.All.values(), PickedColumns.All::label),
                    Slot.text("labels", Words.say("prepare.labelsInto")),
                    Slot.text("between", Words.say("prepare.partsOfLabelsAt")),
                    Slot.text("second", Words.say("prepare.secondPartInto")),
                    Slot.text("values", Words.say("prepare.valuesInto"))));

    public ColumnsToRows {
        columns = List.copyOf(columns);
        all = all == null ? PickedColumns.All.NONE : all;
    }

    /** Of columns picked one by one. */
    public ColumnsToRows(List<String> columns, String labels, String values) {
        this(columns, null, null, null, null, labels, values, null, null);
    }

    private boolean isOfTwoParts() {
        return second != null && !second.isBlank();
    }

    private String parting() {
        return between == null || between.isEmpty() ? " " : between;
    }

    private PickedColumns picked() {
        return new PickedColumns(columns, like, from, to, all == null ? PickedColumns.All.NONE : all);
    }

    @Override
    public Table apply(Table before) {
        List<String> turned = picked().in(before);
        int width = turned.size();
        long rows = (long) before.rowCount() * width;
        if (rows > MAX_ROWS) {
            throw new UserException(
                    ErrorCode.STEP_DOES_NOT_FIT, Text.of("prepare.tooManyRows", "rows", Wording.number(rows)));
        }
        int[] from = new int[(int) rows];
        int[] label = new int[from.length];
        for (int i = 0; i < from.length; i++) {
            from[i] = i / width;
            label[i] = i % width;
        }
        Set<String> gone = new HashSet<>(turned);
        List<ColumnInfo> infos = new ArrayList<>();
        List<Column> kept = new ArrayList<>();
        for (ColumnInfo info : before.schema().columns()) {
            if (!gone.contains(info.name())) {
                infos.add(width == 1 ? info : RepeatedValues.info(info, Words.say("prepare.repeatedByColumns")));
                kept.add(before.column(info.name()));
            }
        }
        Table table = new Table(new Schema(infos), kept, before.rowCount()).pick(from, from.length);
        List<Column> cellsOf = turned.stream().map(before::column).toList();
        Column cells = new JoinedCells(cellsOf, from.length, i -> cellsOf.get(i % width), i -> i / width).column();
        List<String> names = turned.stream().map(before.schema()::label).toList();
        if (isOfTwoParts()) {
            List<String[]> parts = names.stream().map(this::parted).toList();
            table = withLabels(table, labels, parts.stream().map(part -> part[0]), label);
            table = withLabels(table, String.valueOf(second), parts.stream().map(part -> part[1]), label);
        } else {
            table = withLabels(table, labels, names.stream(), label);
        }
        return table.with(info(before, turned, cells, table.schema()), cells);
    }

    private String[] parted(String label) {
        int at = label.indexOf(parting());
        String first = at < 0 ? "" : label.substring(0, at).strip();
        String rest = at < 0 ? "" : label.substring(at + parting().length()).strip();
        if (first.isEmpty() || rest.isEmpty()) {
            throw new UserException(
                    ErrorCode.STEP_DOES_NOT_FIT,
                    Text.of("prepare.labelHasNoSecondPart", "label", UserException.quote(label), "between", parting()));
        }
        return new String[] {first, rest};
    }

    /** With a column of labels, as dates where they name months, years or days. @param of the label of each row */
    private static Table withLabels(Table table, String heading, Stream<String> labels, int[] of) {
        TextBuilder texts = new TextBuilder();
        labels.forEach(texts::add);
        Column plain = texts.build();
        String name = TextCells.newName(heading, table.schema());
        ColumnAsText.Read read = ColumnAsText.read(plain, heading.strip(), null);
        boolean dates = read.info().type().isTime() && read.column().blankCount() == 0;
        ColumnInfo info = dates
                ? new ColumnInfo(
                        name,
                        heading.strip(),
                        read.info().type(),
                        Role.TIME,
                        read.info().format())
                : new ColumnInfo(name, heading.strip(), ColumnType.TEXT, Role.CATEGORY);
        return table.with(info, (dates ? read.column() : plain).pick(of, of.length));
    }

    private ColumnInfo info(Table before, List<String> turned, Column cells, Schema schema) {
        ColumnInfo first = before.schema().get(turned.get(0));
        Role role = cells.type().isNumber() ? Role.MEASURE : cells.type().isTime() ? Role.TIME : Role.CATEGORY;
        ColumnInfo plain =
                new ColumnInfo(TextCells.newName(values, schema), values.strip(), cells.type(), role, first.format());
        ColumnInfo info = plain.withSensitive(
                turned.stream().anyMatch(name -> before.schema().get(name).isSensitive()));
        if (!cells.type().isNumber()) {
            return info;
        }
        boolean alike = turned.stream()
                .map(name -> before.schema().get(name).additivity())
                .allMatch(one -> one != null
                        && first.additivity() != null
                        && one.kind() == first.additivity().kind());
        Additivity known = first.additivity();
        return info.withAdditivity(alike && known != null ? known : Meanings.byHeading(values, null));
    }

    @Override
    public Sentence sentence(Schema before) {
        if (isOfTwoParts()) {
            return Sentence.of(
                    "prepare.columnsToRowsOfTwoSentence",
                    Sentence.control("columns", picked().words(before)),
                    Sentence.control("labels", labels),
                    Sentence.control(
                            "between", parting().isBlank() ? Words.say("prepare.aSpace") : "“" + parting() + "”"),
                    Sentence.control("second", String.valueOf(second)),
                    Sentence.control("values", values));
        }
        return Sentence.of(
                "prepare.columnsToRowsSentence",
                Sentence.control("columns", picked().words(before)),
                Sentence.control("labels", labels),
                Sentence.control("values", values));
    }
}
