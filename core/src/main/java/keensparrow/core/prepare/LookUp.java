package keensparrow.core.prepare;

import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import keensparrow.core.column.Column;
import keensparrow.core.column.TextColumn;
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
 * Adds columns of another dataset, of the row there whose key is the value here. No row is lost and none is repeated:
 * a row without a match gets blanks, and what several rows of one key mean is said.
 *
 * @param column here, @param key there; equal when they are written alike, blanks match nothing
 * @param datasetName as it was called when the step was made
 */
public record LookUp(String column, String dataset, String datasetName, String key, List<String> take, Several several)
        implements Step {
    /** What is taken where several rows there have the key. */
    public enum Several {
        FIRST("prepare.lookUp.first"),
        SUM("prepare.lookUp.sum"),
        REFUSE("prepare.lookUp.refuse");

        private final String key;

        Several(String key) {
            this.key = key;
        }

        String label() {
            return Words.say(key);
        }
    }

    static final StepKind KIND = new StepKind(
            "lookUp",
            LookUp.class,
            Words.say("prepare.lookUp"),
            List.of(
                    Slot.column("column", Words.say("prepare.keyHere")),
                    Slot.dataset("dataset", Words.say("prepare.otherDataset")),
                    Slot.otherColumn("key", Words.say("prepare.keyThere")),
                    Slot.otherColumns("take", Words.say("prepare.take")),
                    Slot.option("several", Words.say("prepare.several"), options())));

    public LookUp {
        take = List.copyOf(new LinkedHashSet<>(take));
    }

    @Override
    public Table apply(Table before) {
        return apply(before, Tables.NONE);
    }

    @Override
    public Table apply(Table before, Tables others) {
        Table other = others.get(dataset);
        Matched matched = Matched.of(before.column(column), other.column(key));
        if (several == Several.REFUSE) {
            refuseRepeated(matched, other);
        }
        Table after = before;
        RowGroups groups = several == Several.SUM ? RowGroups.of(other, List.of(key)) : null;
        boolean repeats = matched.repeats(other.rowCount());
        for (String name : TextCells.columns(take, other.schema())) {
            ColumnInfo info = other.schema().get(name);
            Column values = other.column(name);
            int[] from = matched.rows;
            if (groups != null && values.type().isNumber()) {
                values = GroupRows.sums(values, groups);
                from = matched.rows.clone();
                for (int row = 0; row < from.length; row++) {
                    from[row] = from[row] < 0 ? -1 : groups.of()[from[row]];
                }
            }
            Column taken = Blanks.picked(values, from);
            String free = after.schema().has(name) ? TextCells.newName(info.label(), after.schema()) : name;
            ColumnInfo made =
                    new ColumnInfo(free, info.label(), taken.type(), info.role(), info.format()).keeping(info);
            ColumnInfo known = info.additivity() == null ? made : made.withAdditivity(info.additivity());
            String again = Words.say(
                    "prepare.repeatedByLookUp", "label", before.schema().label(column));
            after = after.with(repeats ? RepeatedValues.info(known, again) : known, taken);
        }
        return after;
    }

    private static void refuseRepeated(Matched matched, Table other) {
        if (!matched.repeated.isEmpty()) {
            String first = matched.repeated.iterator().next();
            throw new UserException(
                    ErrorCode.STEP_DOES_NOT_FIT,
                    Text.of("prepare.keyTwice", "key", UserException.quote(first), "keys", matched.repeated.size()));
        }
    }

    @Override
    public String effect(Table before, Table after, Tables others) {
        Matched matched = Matched.of(before.column(column), others.get(dataset).column(key));
        int without = 0;
        for (int row : matched.rows) {
            without += row < 0 ? 1 : 0;
        }
        return Words.say(
                "prepare.lookUpEffect",
                "without",
                without,
                "rows",
                Wording.number(before.rowCount()),
                "repeated",
                matched.repeated.size());
    }

    /**
     * @param rows of the other table for each row here, the first with its key; below 0 for none
     * @param repeated keys that are asked for and stand in several rows there
     */
    private record Matched(int[] rows, Set<String> repeated) {
        static Matched of(Column here, Column there) {
            Map<String, Integer> first = new HashMap<>();
            Set<String> twice = new LinkedHashSet<>();
            for (int row = 0; row < there.rowCount(); row++) {
                String plain = there.plain(row);
                if (plain != null && first.putIfAbsent(plain, row) != null) {
                    twice.add(plain);
                }
            }
            int[] rows = new int[here.rowCount()];
            Set<String> repeated = new LinkedHashSet<>();
            int[] byCode = here instanceof TextColumn texts ? byCode(texts, first) : new int[0];
            for (int row = 0; row < rows.length; row++) {
                if (here.isBlank(row)) {
                    rows[row] = -1;
                } else if (here instanceof TextColumn texts) {
                    rows[row] = byCode[texts.codes().code(row)];
                } else {
                    rows[row] = first.getOrDefault(String.valueOf(here.plain(row)), -1);
                }
                if (rows[row] >= 0 && !twice.isEmpty()) {
                    String plain = String.valueOf(there.plain(rows[row]));
                    if (twice.contains(plain)) {
                        repeated.add(plain);
                    }
                }
            }
            return new Matched(rows, repeated);
        }

        /** Whether several rows here take the same row there. */
        boolean repeats(int rowsThere) {
            boolean[] taken = new boolean[rowsThere];
            for (int row : rows) {
                if (row >= 0 && taken[row]) {
                    return true;
                }
                if (row >= 0) {
                    taken[row] = true;
                }
            }
            return false;
        }

        private static int[] byCode(TextColumn texts, Map<String, Integer> first) {
            int[] rows = new int[texts.dictionarySize()];
            for (int code = 0; code < rows.length; code++) {
                rows[code] = first.getOrDefault(texts.text(code), -1);
            }
            return rows;
        }
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.of(
                "prepare.lookUpSentence",
                Sentence.control("take", Wording.all(take)),
                Sentence.control("dataset", datasetName),
                Sentence.control("column", before.label(column)),
                Sentence.control("key", key),
                Sentence.control("several", several.label()));
    }

    private static List<Slot.Option> options() {
        return Stream.of(Several.values())
                .map(one -> new Slot.Option(one.name(), one.label()))
                .toList();
    }
}
