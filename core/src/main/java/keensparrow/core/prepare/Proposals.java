package keensparrow.core.prepare;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.infer.load.LoadReport;
import keensparrow.core.sentence.Wording;
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
                ambiguities.add(total(total));
            }
        }
        Table without = Steps.run(table, steps).table();
        List<JoinPeriod> joining = YearParts.joining(without);
        joining.forEach(step -> notes.add(Words.say("prepare.yearAndPartOfThe")));
        steps.addAll(joining);
        ambiguities.addAll(questions(table, without));
        return new Proposals(steps, notes, ambiguities);
    }

    /**
     * What the author of a dataset is asked at a later load, when its steps stand already: a row of totals that the first
     * load did not have is told, and left out by nobody else.
     */
    public static List<LoadReport.Ambiguity> questions(Table table) {
        List<LoadReport.Ambiguity> asked = new ArrayList<>();
        List<Step> without = new ArrayList<>();
        for (TotalRows.Found total : new TotalRows(table).find()) {
            asked.add(total(total));
            without.add(new LeaveOutRows(total.column().name(), List.of(total.value()), false));
        }
        asked.addAll(questions(table, Steps.run(table, without).table()));
        return asked;
    }

    /** @param without the table without its rows of totals */
    private static List<LoadReport.Ambiguity> questions(Table table, Table without) {
        List<LoadReport.Ambiguity> asked = new ArrayList<>();
        for (ColumnInfo label : LabelsOnce.find(table)) {
            asked.add(LoadReport.Ambiguity.ofLabelsOnce(
                    label.name(), Words.say("prepare.standsOnlyInTheFirst", "label", label.label()), label.type()));
        }
        asked.addAll(spellings(without));
        WideColumns.find(without).ifPresent(wide -> asked.add(wide(wide)));
        return asked;
    }

    private static LoadReport.Ambiguity total(TotalRows.Found total) {
        String label = total.column().label();
        return LoadReport.Ambiguity.ofTotal(
                total.column().name(),
                Words.say("prepare.hasAValueDoIts", "column", label, "total", total.value()),
                total.column().type(),
                total.value());
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
        String label = Words.say("prepare.period", "kind", found.periods());
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
}
