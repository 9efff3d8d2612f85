package keensparrow.core.prepare;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import keensparrow.core.column.Column;
import keensparrow.core.column.TextBuilder;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Puts the rows of another dataset under those here. Columns of one label, or one name, are one column, in whichever
 * order they stand; what only one of the two has is blank in the rows of the other.
 *
 * @param datasetName as it was called when the step was made
 * @param source label of a new column that says which rows are whose; empty for none
 */
public record PutUnder(String dataset, String datasetName, String source) implements Step {
    private static final long MAX_ROWS = 100_000_000;

    static final StepKind KIND = new StepKind(
            "putUnder",
            PutUnder.class,
            Words.say("prepare.putUnder"),
            List.of(
                    Slot.dataset("dataset", Words.say("prepare.otherDataset")),
                    Slot.text("source", Words.say("prepare.columnOfTheSource"))));

    public PutUnder {
        source = source.strip();
    }

    @Override
    public Table apply(Table before) {
        return apply(before, Tables.NONE);
    }

    @Override
    public Table apply(Table before, Tables others) {
        Table other = others.get(dataset);
        int own = before.rowCount();
        long rows = (long) own + other.rowCount();
        if (rows > MAX_ROWS) {
            throw new UserException(
                    ErrorCode.STEP_DOES_NOT_FIT, Text.of("prepare.tooManyRows", "rows", Wording.number(rows)));
        }
        List<ColumnInfo> infos = new ArrayList<>();
        List<Column> columns = new ArrayList<>();
        List<String> matched = new ArrayList<>();
        for (ColumnInfo info : before.schema().columns()) {
            Optional<ColumnInfo> there = match(info, other.schema());
            there.ifPresent(one -> matched.add(one.name()));
            Column joined = joined(
                    before.column(info.name()),
                    there.map(one -> other.column(one.name())).orElse(null),
                    own,
                    (int) rows);
            infos.add(retyped(info, joined)
                    .withSensitive(info.isSensitive()
                            || there.map(ColumnInfo::isSensitive).orElse(false)));
            columns.add(joined);
        }
        Table table = before.andBelow(new Table(new Schema(infos), columns, (int) rows));
        for (ColumnInfo info : other.schema().columns()) {
            if (!matched.contains(info.name())) {
                Column joined = joined(null, other.column(info.name()), own, (int) rows);
                ColumnInfo added = new ColumnInfo(
                                table.schema().has(info.name())
                                        ? TextCells.newName(info.label(), table.schema())
                                        : info.name(),
                                info.label(),
                                info.type(),
                                info.role(),
                                info.format())
                        .keeping(info);
                table = table.with(info.additivity() == null ? added : added.withAdditivity(info.additivity()), joined);
            }
        }
        return source.isEmpty() ? table : withSource(table, own);
    }

    /** The column there that means the same: of the same label, else of the same name. */
    private static Optional<ColumnInfo> match(ColumnInfo info, Schema other) {
        return Stream.concat(
                        other.columns().stream().filter(one -> one.label().equalsIgnoreCase(info.label())),
                        other.find(info.name()).stream())
                .findFirst();
    }

    private static Column joined(@Nullable Column here, @Nullable Column there, int own, int rows) {
        List<Column> both = Stream.of(Optional.ofNullable(here), Optional.ofNullable(there))
                .flatMap(Optional::stream)
                .toList();
        return new JoinedCells(both, rows, i -> i < own ? here : there, i -> i < own ? i : i - own).column();
    }

    /** Of another type where the two differ. */
    private static ColumnInfo retyped(ColumnInfo info, Column joined) {
        boolean same = joined.type() == info.type();
        if (same) {
            return info;
        }
        boolean numbers = joined.type().isNumber() && info.type().isNumber();
        ColumnInfo made = new ColumnInfo(
                        info.name(),
                        info.label(),
                        joined.type(),
                        numbers ? info.role() : Role.CATEGORY,
                        numbers ? info.format() : null)
                .keeping(info);
        return numbers && info.additivity() != null ? made.withAdditivity(info.additivity()) : made;
    }

    private Table withSource(Table table, int own) {
        TextBuilder names = new TextBuilder();
        for (int row = 0; row < table.rowCount(); row++) {
            names.add(row < own ? Words.say("prepare.thisDataset") : datasetName);
        }
        Column column = names.build();
        ColumnInfo info =
                new ColumnInfo(TextCells.newName(source, table.schema()), source, column.type(), Role.CATEGORY);
        return table.with(info, column);
    }

    @Override
    public String effect(Table before, Table after, Tables others) {
        Table other = others.get(dataset);
        long alike = before.schema().columns().stream()
                .filter(info -> match(info, other.schema()).isPresent())
                .count();
        return Words.say(
                "prepare.putUnderEffect",
                "rows",
                Wording.number(other.rowCount()),
                "alike",
                alike,
                "here",
                before.columns().size() - alike,
                "there",
                other.columns().size() - alike);
    }

    @Override
    public Sentence sentence(Schema before) {
        Sentence.Filled name = Sentence.control("dataset", datasetName);
        return source.isEmpty()
                ? Sentence.of("prepare.putUnderSentence", name)
                : Sentence.of("prepare.putUnderNamed", name, Sentence.control("source", source));
    }
}
