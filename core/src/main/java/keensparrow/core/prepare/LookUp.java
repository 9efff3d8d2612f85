package keensparrow.core.prepare;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.stream.Stream;
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
import org.jspecify.annotations.Nullable;

/**
 * Adds columns of another dataset, of the row there whose key is the value here. No row is lost and none is repeated:
 * a row without a match gets blanks, and what several rows of one key mean is said.
 *
 * @param column here, @param key there; equal when they are written alike, blanks match nothing
 * @param datasetName as it was called when the step was made
 * @param columns further ones here, @param keys as many there: a row is found by all of them; none when null
 */
public record LookUp(
        String column,
        String dataset,
        String datasetName,
        String key,
        @Nullable List<String> columns,
        @Nullable List<String> keys,
        List<String> take,
        Several several)
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
                    Slot.columns("columns", Words.say("prepare.furtherKeysHere")),
                    Slot.otherColumns("keys", Words.say("prepare.furtherKeysThere")),
                    Slot.otherColumns("take", Words.say("prepare.take")),
                    Slot.option("several", Words.say("prepare.several"), Several.values(), Several::label)));

    public LookUp {
        columns = columns == null ? List.of() : List.copyOf(columns);
        keys = keys == null ? List.of() : List.copyOf(keys);
        take = List.copyOf(new LinkedHashSet<>(take));
    }

    /** By one key alone. */
    public LookUp(String column, String dataset, String datasetName, String key, List<String> take, Several several) {
        this(column, dataset, datasetName, key, null, null, take, several);
    }

    private List<String> allHere() {
        return all(column, columns);
    }

    private List<String> allThere() {
        return all(key, keys);
    }

    private static List<String> all(String first, @Nullable List<String> further) {
        return Stream.concat(Stream.of(first), further == null ? Stream.empty() : further.stream())
                .toList();
    }

    private KeyMatches matches(Table here, Table there) {
        if (allHere().size() != allThere().size()) {
            throw new UserException(ErrorCode.STEP_DOES_NOT_FIT, Text.of("prepare.keysOneForOne"));
        }
        return KeyMatches.of(
                allHere().stream().map(here::column).toList(),
                allThere().stream().map(there::column).toList());
    }

    @Override
    public Table apply(Table before) {
        return apply(before, Tables.NONE);
    }

    @Override
    public Table apply(Table before, Tables others) {
        Table other = others.get(dataset);
        KeyMatches matched = matches(before, other);
        if (several == Several.REFUSE) {
            refuseRepeated(matched);
        }
        Table after = before;
        RowGroups groups = several == Several.SUM ? RowGroups.of(other, allThere()) : null;
        boolean repeats = matched.repeats(other.rowCount());
        for (String name : TextCells.columns(take, other.schema())) {
            ColumnInfo info = other.schema().get(name);
            Column values = other.column(name);
            int[] from = matched.rows();
            if (groups != null && values.type().isNumber()) {
                values = GroupRows.sums(values, groups);
                from = matched.rows().clone();
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

    private static void refuseRepeated(KeyMatches matched) {
        if (!matched.repeated().isEmpty()) {
            String first = matched.repeated().iterator().next();
            throw new UserException(
                    ErrorCode.STEP_DOES_NOT_FIT,
                    Text.of(
                            "prepare.keyTwice",
                            "key",
                            UserException.quote(first),
                            "keys",
                            matched.repeated().size()));
        }
    }

    @Override
    public String effect(Table before, Table after, Tables others) {
        KeyMatches matched = matches(before, others.get(dataset));
        return Words.say(
                "prepare.lookUpEffect",
                "without",
                matched.unmatched(),
                "rows",
                Wording.number(before.rowCount()),
                "repeated",
                matched.repeated().size());
    }

    @Override
    public Sentence sentence(Schema before) {
        List<Sentence.Filled> said = new ArrayList<>(List.of(
                Sentence.control("take", Wording.all(take)),
                Sentence.control("dataset", datasetName),
                Sentence.control("column", before.label(column)),
                Sentence.control("key", key),
                Sentence.control("several", several.label())));
        boolean further = allHere().size() > 1 || allThere().size() > 1;
        if (further) {
            said.add(Sentence.control(
                    "columns",
                    Wording.all(allHere().stream().skip(1).map(before::label).toList())));
            said.add(Sentence.control(
                    "keys", Wording.all(allThere().stream().skip(1).toList())));
        }
        return Sentence.of(
                further ? "prepare.lookUpByKeysSentence" : "prepare.lookUpSentence",
                said.toArray(Sentence.Filled[]::new));
    }
}
