package keensparrow.core.prepare;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.function.IntToLongFunction;
import java.util.stream.IntStream;
import keensparrow.core.column.Column;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;

/**
 * Turns rows into columns: one row for all that are alike in some columns, and a new column for each value of another,
 * which holds what stands beside that value. Rows whose value is blank make no column; what no row says is blank.
 *
 * @param columns that one row is made for; all others but the two below are left out
 * @param labels column whose values become columns, in their order
 * @param values column of what stands in them
 */
public record RowsToColumns(List<String> columns, String labels, String values, Several several) implements Step {
    private static final int MAX_COLUMNS = 100;

    /** What is made of several rows for one cell. */
    public enum Several {
        SUM("prepare.rowsToColumns.sum"),
        FIRST("prepare.rowsToColumns.first"),
        REFUSE("prepare.rowsToColumns.refuse");

        private final String key;

        Several(String key) {
            this.key = key;
        }

        String label() {
            return Words.say(key);
        }
    }

    static final StepKind KIND = new StepKind(
            "rowsToColumns",
            RowsToColumns.class,
            Words.say("prepare.rowsToColumns"),
            List.of(
                    Slot.columns("columns", Words.say("prepare.oneRowForEach")),
                    Slot.column("labels", Words.say("prepare.aColumnForEach")),
                    Slot.column("values", Words.say("prepare.holding")),
                    Slot.option("several", Words.say("prepare.severalForOneCell"), Several.values(), Several::label)));

    public RowsToColumns {
        columns = List.copyOf(columns);
    }

    @Override
    public Table apply(Table before) {
        Schema schema = before.schema();
        List<String> kept = TextCells.columns(columns, schema);
        if (kept.contains(labels) || kept.contains(values) || labels.equals(values)) {
            throw new UserException(ErrorCode.STEP_DOES_NOT_FIT, Text.of("prepare.rowsToColumnsApart"));
        }
        Column labelled = before.column(labels);
        Column held = before.column(values);
        boolean sum = several == Several.SUM;
        if (sum && !held.type().isNumber()) {
            throw new UserException(
                    ErrorCode.STEP_DOES_NOT_FIT,
                    Text.of(
                            "prepare.onlyNumbers",
                            "column",
                            UserException.quote(schema.label(values)),
                            "type",
                            held.type().label()));
        }
        RowGroups groups = RowGroups.of(before, kept);
        RowGroups headings = RowGroups.of(before, List.of(labels));
        List<ColumnInfo> infos = new ArrayList<>();
        List<Column> made = new ArrayList<>();
        for (String name : kept) {
            infos.add(schema.get(name));
            made.add(before.column(name).pick(groups.first(), groups.count()));
        }
        Table table = new Table(new Schema(infos), made, groups.count());
        for (int heading : inOrder(labelled, headings)) {
            String label = String.valueOf(labelled.plain(headings.first()[heading]));
            Column cells = sum ? sums(held, groups, headings, heading) : firsts(before, groups, headings, heading);
            table = table.with(info(schema.get(values), label, cells, table.schema()), cells);
        }
        return table;
    }

    /** Groups of labels in the order of their values, without that of blanks. */
    private static int[] inOrder(Column labelled, RowGroups headings) {
        IntToLongFunction key = RowGroups.key(labelled);
        int[] order = IntStream.range(0, headings.count())
                .filter(heading -> !labelled.isBlank(headings.first()[heading]))
                .boxed()
                .sorted(Comparator.comparingLong(heading -> key.applyAsLong(headings.first()[heading])))
                .mapToInt(Integer::intValue)
                .toArray();
        if (order.length > MAX_COLUMNS) {
            throw new UserException(
                    ErrorCode.STEP_DOES_NOT_FIT,
                    Text.of("prepare.tooManyNewColumns", "values", order.length, "most", MAX_COLUMNS));
        }
        return order;
    }

    private static Column sums(Column held, RowGroups groups, RowGroups headings, int heading) {
        int[] own = IntStream.range(0, held.rowCount())
                .map(row -> headings.of()[row] == heading ? row : -1)
                .toArray();
        return GroupRows.sums(Blanks.picked(held, own), groups);
    }

    /** @throws UserException STEP_DOES_NOT_FIT for several values of one cell, where that is refused */
    private Column firsts(Table before, RowGroups groups, RowGroups headings, int heading) {
        int[] first = new int[groups.count()];
        Arrays.fill(first, -1);
        for (int row = 0; row < before.rowCount(); row++) {
            if (headings.of()[row] != heading) {
                continue;
            }
            int group = groups.of()[row];
            if (first[group] < 0) {
                first[group] = row;
            } else if (several == Several.REFUSE) {
                throw new UserException(
                        ErrorCode.STEP_DOES_NOT_FIT,
                        Text.of(
                                "prepare.severalRowsForOneCell",
                                "label",
                                UserException.quote(
                                        String.valueOf(before.column(labels).plain(row))),
                                "row",
                                Wording.number(row + 1L),
                                "other",
                                Wording.number(first[group] + 1L)));
            }
        }
        return Blanks.picked(before.column(values), first);
    }

    private static ColumnInfo info(ColumnInfo of, String label, Column cells, Schema schema) {
        ColumnInfo made = new ColumnInfo(TextCells.newName(label, schema), label, cells.type(), of.role(), of.format())
                .keeping(of);
        return of.additivity() == null ? made : made.withAdditivity(of.additivity());
    }

    @Override
    public String effect(Table before, Table after) {
        return Words.say(
                "prepare.rowsToColumnsEffect",
                "rows",
                Wording.number(after.rowCount()),
                "columns",
                after.columns().size() - columns.size());
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.of(
                "prepare.rowsToColumnsSentence",
                Sentence.control(
                        "columns",
                        Wording.all(columns.stream().map(before::label).toList())),
                Sentence.control("labels", before.label(labels)),
                Sentence.control("values", before.label(values)),
                Sentence.control("several", several.label()));
    }
}
