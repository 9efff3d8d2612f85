package keensparrow.core.prepare;

import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
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
import org.jspecify.annotations.Nullable;

/** Says how the days of a column are shown, wherever a row stands; they stay what they are. */
public record SetDateFormat(String column, Style style) implements Step {
    /** How a day is shown. */
    public enum Style {
        PLAIN(null),
        LONG(ColumnFormat.DateStyle.LONG),
        WEEKDAY(ColumnFormat.DateStyle.WEEKDAY),
        DIGITS(ColumnFormat.DateStyle.DIGITS),
        ISO(ColumnFormat.DateStyle.ISO);

        private final ColumnFormat.@Nullable DateStyle of;

        Style(ColumnFormat.@Nullable DateStyle of) {
            this.of = of;
        }

        private String label() {
            return of == null ? Words.say("table.datePlain") : of.label();
        }
    }

    static final StepKind KIND = new StepKind(
            "setDateFormat",
            SetDateFormat.class,
            Words.say("prepare.setDateFormat"),
            List.of(
                    Slot.column("column", Words.say("prepare.column"), ColumnType.DATE, ColumnType.DATE_TIME),
                    Slot.option(
                            "style",
                            Words.say("prepare.dateStyle"),
                            Stream.of(Style.values())
                                    .map(style -> new Slot.Option(style.name(), style.label()))
                                    .toList())));

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
        return before.withInfo(info.withFormat(ColumnFormat.date(style.of)));
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.of(
                "prepare.dateFormatSentence",
                Sentence.stress("column", before.label(column)),
                Sentence.control("style", Objects.requireNonNull(style).label()));
    }
}
