package keensparrow.core.prepare;

import java.util.List;
import keensparrow.core.column.ColumnType;
import keensparrow.core.infer.guess.TypeOverride;
import keensparrow.core.infer.text.DatePattern;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Reads a column of the source as another type. Done while reading, so that the text of the file is what is read.
 *
 * @param dates order of the parts of its dates; null for as found
 * @param decimalMark point or comma; null for as found
 */
public record Retype(
        String column,
        ColumnType type,
        @Nullable DatePattern dates,
        @Nullable Character decimalMark) implements Step {
    static final StepKind KIND = new StepKind(
            "retype",
            Retype.class,
            Words.say("prepare.readAColumnAsAnother"),
            List.of(
                    Slot.column("column", Words.say("prepare.column")),
                    Slot.option("type", Words.say("prepare.type"), ColumnType.values(), ColumnType::label)));

    /** With dates and numbers written as found. */
    public Retype(String column, ColumnType type) {
        this(column, type, null, null);
    }

    @Override
    public Table apply(Table before) {
        ColumnInfo info = before.schema().get(column);
        if (info.type() == type) {
            return before; // the reading did it
        }
        ColumnAsText.Read read =
                ColumnAsText.read(before.column(column), info.label(), new TypeOverride(type, dates, decimalMark));
        ColumnInfo made = new ColumnInfo(
                column,
                info.label(),
                type,
                read.info().role(),
                read.info().format(),
                read.info().additivity(),
                info.description(),
                info.isSensitive(),
                null);
        return before.with(made, read.column());
    }

    @Override
    public String effect(Table before, Table after) {
        return Step.blanks(after, column);
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.of(
                "prepare.retypeSentence",
                Sentence.stress("column", before.label(column)),
                Sentence.control("type", type.label()),
                Sentence.plain(
                        "how",
                        (dates == null ? "" : ", " + dates.label())
                                + (decimalMark == null
                                        ? ""
                                        : Words.say("prepare.withADecimal", "decimalMark", decimalMark == ','))));
    }
}
