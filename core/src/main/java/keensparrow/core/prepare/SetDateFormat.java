package keensparrow.core.prepare;

import java.util.List;
import keensparrow.core.column.ColumnType;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;

/** Says how the days of a column are shown, wherever a row stands; they stay what they are. */
public record SetDateFormat(String column, ColumnFormat.DateStyle style) implements Step {
    static final StepKind KIND = new StepKind(
            "setDateFormat",
            SetDateFormat.class,
            Words.say("prepare.setDateFormat"),
            List.of(
                    Slot.column("column", Words.say("prepare.column"), ColumnType.DATE, ColumnType.DATE_TIME),
                    Slot.option(
                            "style",
                            Words.say("prepare.dateStyle"),
                            ColumnFormat.DateStyle.values(),
                            ColumnFormat.DateStyle::label)));

    @Override
    public Table apply(Table before) {
        ColumnInfo info = before.schema().get(column);
        ColumnFormat format = info.format();
        if (!info.type().isTime()) {
            throw new UserException(
                    ErrorCode.STEP_DOES_NOT_FIT,
                    Text.of(
                            "prepare.onlyDaysAreShownSo",
                            "column",
                            UserException.quote(info.label()),
                            "type",
                            info.type().label()));
        }
        if (format != null && format.kind() != ColumnFormat.Kind.DATE) {
            throw new UserException(
                    ErrorCode.STEP_DOES_NOT_FIT,
                    Text.of("prepare.periodsAreNoDays", "column", UserException.quote(info.label())));
        }
        return before.withInfo(info.withFormat(ColumnFormat.date(style)));
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.of(
                "prepare.dateFormatSentence",
                Sentence.stress("column", before.label(column)),
                Sentence.control("style", style.label()));
    }
}
