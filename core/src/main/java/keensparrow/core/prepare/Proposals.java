package keensparrow.core.prepare;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import keensparrow.core.column.Column;
import keensparrow.core.column.LongColumn;
import keensparrow.core.infer.load.LoadReport;
import keensparrow.core.meaning.MainTime;
import keensparrow.core.meaning.TimeWords;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Table;
import keensparrow.core.words.Words;

/**
 * Steps that a newly read table asks for. Each is a step like others and can be taken back.
 *
 * @param steps what can be told for certain
 * @param notes what they did, and what is worth a look
 * @param ambiguities what the author is asked
 */
public record Proposals(List<Step> steps, List<String> notes, List<LoadReport.Ambiguity> ambiguities) {
    public static final Proposals NONE = new Proposals(List.of(), List.of(), List.of());

    private static final int DAYS_OF_MONTH = 31;
    private static final int LOOKED_AT = 20_000;

    public Proposals {
        steps = List.copyOf(steps);
        notes = List.copyOf(notes);
        ambiguities = List.copyOf(ambiguities);
    }

    public static Proposals of(Table table) {
        List<Step> steps = new ArrayList<>();
        List<String> notes = new ArrayList<>();
        List<LoadReport.Ambiguity> ambiguities = new ArrayList<>();
        for (TotalRows.Found total : new TotalRows(table).find()) {
            if (total.sums()) {
                steps.add(new LeaveOutRows(total.column().name(), List.of(total.value()), false));
                notes.add(Words.say(
                        "prepare.theRowsWhereIsSum", "column", total.column().label(), "total", total.value()));
            } else {
                ambiguities.add(LoadReport.Ambiguity.ofTotal(
                        total.column().name(),
                        Words.say(
                                "prepare.hasAValueDoIts",
                                "column",
                                total.column().label(),
                                "total",
                                total.value()),
                        total.column().type(),
                        total.value()));
            }
        }
        Table without = Steps.run(table, steps).table();
        List<Step> joining = joiningOfPeriods(without);
        joining.forEach(step -> notes.add(Words.say("prepare.yearAndPartOfThe")));
        steps.addAll(joining);
        for (ColumnInfo label : LabelsOnce.find(table)) {
            ambiguities.add(LoadReport.Ambiguity.ofLabelsOnce(
                    label.name(), Words.say("prepare.standsOnlyInTheFirst", "label", label.label()), label.type()));
        }
        ambiguities.addAll(spellings(without));
        WideColumns.find(without).ifPresent(wide -> ambiguities.add(wide(wide)));
        return new Proposals(steps, notes, ambiguities);
    }

    private static List<LoadReport.Ambiguity> spellings(Table table) {
        List<LoadReport.Ambiguity> asked = new ArrayList<>();
        for (Spellings.Found found : Spellings.find(table)) {
            List<String> told = new ArrayList<>();
            for (int i = 0; i < found.texts().size(); i++) {
                told.add(Words.say(
                        "prepare.spelledInRows",
                        "text",
                        found.texts().get(i),
                        "rows",
                        found.rows().get(i)));
            }
            String label = found.column().label();
            asked.add(LoadReport.Ambiguity.ofSpellings(
                    found.column().name(),
                    Words.say("prepare.spelledAlike", "column", label, "texts", Wording.all(told)),
                    found.column().type(),
                    found.texts().get(0),
                    found.texts().subList(1, found.texts().size())));
        }
        return asked;
    }

    private static LoadReport.Ambiguity wide(WideColumns.Found found) {
        List<ColumnInfo> columns = found.columns();
        String label = Words.say(
                "prepare.period",
                "kind",
                found.periods() == null ? "DAY" : found.periods().name());
        return LoadReport.Ambiguity.ofWideColumns(
                columns.get(0).name(),
                Words.say(
                        "prepare.wideColumns",
                        "count",
                        columns.size(),
                        "first",
                        columns.get(0).label(),
                        "last",
                        columns.get(columns.size() - 1).label()),
                columns.get(0).type(),
                label,
                columns.stream().map(ColumnInfo::name).toList());
    }

    /** A year in one column and its month, quarter or week in another are joined where there is no finer date. */
    private static List<Step> joiningOfPeriods(Table table) {
        List<Step> steps = new ArrayList<>();
        boolean finer = table.schema().columns().stream()
                .anyMatch(info -> info.isTime() && !isOfYears(info) && !MainTime.isOfPast(info));
        Optional<ColumnInfo> year = table.schema().columns().stream()
                .filter(info -> isOfYears(info) && !MainTime.isOfPast(info))
                .findFirst();
        if (finer || year.isEmpty()) {
            return steps;
        }
        for (JoinPeriod.Period period : JoinPeriod.Period.values()) {
            for (ColumnInfo part : table.schema().columns()) {
                boolean fits = steps.isEmpty()
                        && TimeWords.isOf(part.label(), period.name())
                        && areAll(period, table.column(part.name()));
                if (fits) {
                    steps.add(joining(table, year.get(), part, period));
                }
            }
        }
        return steps;
    }

    private static Step joining(Table table, ColumnInfo year, ColumnInfo part, JoinPeriod.Period period) {
        Optional<ColumnInfo> day = period != JoinPeriod.Period.MONTH
                ? Optional.empty()
                : table.schema().columns().stream()
                        .filter(info -> info.type().isNumber() && TimeWords.isOf(info.label(), "DAY"))
                        .filter(info -> isWithin(table.column(info.name()), 1, DAYS_OF_MONTH))
                        .findFirst();
        String label = day.isPresent() ? "Date" : year.label() + " " + part.label();
        String name = day.isPresent() ? "date" : "year_" + period.label();
        return new JoinPeriod(
                year.name(), part.name(), day.map(ColumnInfo::name).orElse(null), period, free(table, name), label);
    }

    private static boolean isWithin(Column column, int from, int to) {
        return column instanceof LongColumn numbers
                && !numbers.isAllBlank()
                && numbers.min() >= from * numbers.unit()
                && numbers.max() <= to * numbers.unit()
                && numbers.max() > JoinPeriod.Period.MONTH.most() * numbers.unit();
    }

    private static boolean isOfYears(ColumnInfo info) {
        ColumnFormat format = info.format();
        return info.isTime() && format != null && format.kind() == ColumnFormat.Kind.YEAR;
    }

    private static String free(Table table, String base) {
        String name = base;
        for (int n = 2; table.schema().has(name); n++) {
            name = base + "_" + n;
        }
        return name;
    }

    private static boolean areAll(JoinPeriod.Period period, Column parts) {
        Set<String> seen = new java.util.HashSet<>();
        for (int row = 0; row < Math.min(LOOKED_AT, parts.rowCount()); row++) {
            String written = parts.plain(row);
            if (written != null
                    && seen.add(written)
                    && (seen.size() > period.most() || period.number(written).isEmpty())) {
                return false;
            }
        }
        return seen.size() > 1;
    }
}
