package keensparrow.core.prepare;

import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.LongList;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.text.Months;
import keensparrow.core.infer.text.Weeks;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Adds a date made of a year in one column and its month, quarter or week in another. Blank where either is, or where
 * the part is none of a year.
 *
 * @param day a column of days of the month, where the part is a month; null makes a date that stands for the whole
 * @param part a column of numbers, of names of months, or of quarters such as {@code Q1}
 * @param name of the new column
 */
public record JoinPeriod(String year, String part, @Nullable String day, Period period, String name, String label)
        implements Step {
    static final StepKind KIND =
            new StepKind("joinPeriod", JoinPeriod.class, Words.say("prepare.joinAYearAndIts"), List.of());

    /** What the second column holds. */
    public enum Period {
        MONTH(Words.say("prepare.month"), ColumnFormat.MONTH, 12),
        QUARTER(Words.say("prepare.quarter"), ColumnFormat.QUARTER, 4),
        WEEK(Words.say("prepare.week"), ColumnFormat.WEEK, 53);

        private final String label;
        private final ColumnFormat format;
        private final int most;

        Period(String label, ColumnFormat format, int most) {
            this.label = label;
            this.format = format;
            this.most = most;
        }

        public String label() {
            return label;
        }

        /** How many a year has at most. */
        public int most() {
            return most;
        }

        /** Number in its year of what a text or number says: {@code 3}, {@code March}, {@code Q3}; empty for none. */
        public Optional<Integer> number(String written) {
            String text = written.strip().toLowerCase(Locale.ROOT);
            int number = this == MONTH ? Months.month(text.replaceAll("[^\\p{L}]", "")) : 0;
            String digits =
                    text.replaceAll("^(q|qtr|quarter|quartal|t|w|week|kw|m|month)?[ .-]*(\\d{1,2})(\\.0+)?$", "$2");
            if (number == 0 && digits.matches("\\d{1,2}")) {
                number = Integer.parseInt(digits);
            }
            return number >= 1 && number <= most ? Optional.of(number) : Optional.empty();
        }

        private Optional<LocalDate> first(int year, int number) {
            return switch (this) {
                case MONTH -> Optional.of(LocalDate.of(year, number, 1));
                case QUARTER -> Optional.of(LocalDate.of(year, number * 3 - 2, 1));
                case WEEK -> Weeks.monday(year, number);
            };
        }
    }

    @Override
    public Table apply(Table before) {
        ColumnInfo years = before.schema().get(year);
        before.schema().get(part);
        if (label.isBlank() || name.isBlank() || before.schema().has(name)) {
            throw new UserException(ErrorCode.STEP_DOES_NOT_FIT, Text.of("prepare.theNewColumnNeedsA2"));
        }
        if (years.type() != ColumnType.DATE && years.type() != ColumnType.WHOLE) {
            throw new UserException(
                    ErrorCode.STEP_DOES_NOT_FIT,
                    Text.of(
                            "prepare.holdsNoYearsPickA",
                            "years",
                            UserException.quote(years.label()),
                            "type",
                            years.type().label()));
        }
        ColumnInfo info =
                new ColumnInfo(name, label.strip(), ColumnType.DATE, Role.TIME, day == null ? period.format : null);
        Column days = day == null ? null : before.column(day);
        return before.with(info, joined(before, (LongColumn) before.column(year), before.column(part), days));
    }

    private Column joined(Table before, LongColumn years, Column parts, @Nullable Column days) {
        LongList found = new LongList();
        for (int row = 0; row < before.rowCount(); row++) {
            String written = parts.plain(row);
            Optional<LocalDate> date =
                    written == null || years.isBlank(row) ? Optional.empty() : first(yearOf(years, row), written);
            if (days != null) {
                String ofMonth = days.plain(row);
                date = date.flatMap(first -> ofMonth == null ? Optional.empty() : within(first, ofMonth));
            }
            if (date.isPresent()) {
                found.add(date.get().toEpochDay());
            } else {
                found.addBlank();
            }
        }
        long[] valid = found.validity();
        return new LongColumn(ColumnType.DATE, 0, found.drain(), valid);
    }

    private static Optional<LocalDate> within(LocalDate first, String ofMonth) {
        String digits = ofMonth.replaceFirst("\\.0+$", "");
        int day = digits.matches("\\d{1,2}") ? Integer.parseInt(digits) : 0;
        return day >= 1 && day <= first.lengthOfMonth() ? Optional.of(first.withDayOfMonth(day)) : Optional.empty();
    }

    private static long yearOf(LongColumn years, int row) {
        long value = years.value(row);
        return years.type() == ColumnType.DATE ? LocalDate.ofEpochDay(value).getYear() : value;
    }

    private Optional<LocalDate> first(long of, String written) {
        return of < 1 || of > 9999 ? Optional.empty() : period.number(written).flatMap(n -> period.first((int) of, n));
    }

    @Override
    public String effect(Table before, Table after) {
        return Step.blanks(after, name);
    }

    @Override
    public Sentence sentence(Schema before) {
        Sentence.Filled first = Sentence.control("year", before.label(year));
        Sentence.Filled second = Sentence.control("part", before.label(part));
        Sentence.Filled made = Sentence.control("label", label);
        return day == null
                ? Sentence.of("prepare.joinPeriodSentence", first, second, Sentence.plain("period", period.label), made)
                : Sentence.of(
                        "prepare.joinDateSentence", first, second, Sentence.plain("day", before.label(day)), made);
    }
}
