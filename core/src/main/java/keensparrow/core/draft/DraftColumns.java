package keensparrow.core.draft;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.column.ColumnType;
import keensparrow.core.meaning.MainTime;
import keensparrow.core.meaning.Meanings;
import keensparrow.core.meaning.Naming;
import keensparrow.core.meaning.TimeWords;
import keensparrow.core.profile.ColumnProfile;
import keensparrow.core.profile.Profile;
import keensparrow.core.question.Answer;
import keensparrow.core.table.Additivity;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;

/** Which columns a first app is made of: the time, the categories and the measures that tell most, in that order. */
final class DraftColumns {
    /** A category has at most so many values in charts. */
    static final int MAX_GROUPS = 60;

    private static final int MAX_FILTERED = 500;
    private static final double BEST_GROUPS = 8;
    private static final double NEARLY_ALL = 0.98;
    private static final int LONG = 30; // characters: more than names have on average

    private final Schema schema;
    private final Profile profile;
    private final Optional<ColumnInfo> time;

    DraftColumns(Schema schema, Profile profile) {
        this.schema = schema;
        this.profile = profile;
        this.time = MainTime.of(schema, this::distinct);
    }

    int distinct(ColumnInfo column) {
        return profile.column(column.name()).distinct();
    }

    /** The time along which the rows are read, if they have one. */
    Optional<ColumnInfo> time() {
        return time;
    }

    /** The column that names a row. */
    Optional<ColumnInfo> name() {
        return RowName.of(schema, profile);
    }

    /** Notes and descriptions, not names. */
    boolean isLongText(ColumnInfo column) {
        return column.role() == Role.TEXT && profile.column(column.name()).meanLength() > LONG;
    }

    /** Whether each name comes at several times: what a row is of is the name, not the row. */
    boolean isPanel() {
        return name().filter(name -> profile.series().contains(name.name())).isPresent();
    }

    /** Whether each time comes once, alone or for each value of a category. */
    boolean isOfSeries() {
        return time.isPresent()
                && !MainTime.isOfPast(time.get())
                && (distinct(time.get()) == profile.rowCount()
                        || !profile.series().isEmpty());
    }

    /** Those to group by, the most telling first. */
    List<ColumnInfo> categories() {
        return schema.columns().stream()
                .filter(column -> column.isGrouping() && distinct(column) >= 2 && distinct(column) <= MAX_FILTERED)
                .filter(column -> distinct(column) < profile.rowCount() || column.type() != ColumnType.TEXT)
                .sorted(Comparator.comparingDouble(this::dullness))
                .filter(new Different()::add)
                .toList();
    }

    /** Leaves out what another column says already: a code beside the name that it stands for. */
    private final class Different {
        private final Set<List<Long>> seen = new HashSet<>();

        boolean add(ColumnInfo column) {
            List<Long> counts = profile.column(column.name()).commonest().stream()
                    .map(Answer.ValueCount::total)
                    .toList();
            boolean telling = counts.size() > 2 && counts.stream().distinct().count() > 1;
            return !telling || seen.add(counts);
        }
    }

    /** Small for some eight values of the same weight, large for two, for hundreds, or where nearly all rows have one. */
    private double dullness(ColumnInfo column) {
        ColumnProfile values = profile.column(column.name());
        double rows = Math.max(1, profile.rowCount());
        double dull = Math.abs(Math.log(values.distinct() / BEST_GROUPS)) + 2 * values.blanks() / rows;
        dull += column.type() == ColumnType.YES_NO ? 2 : 0;
        dull += column.type() == ColumnType.TAGS ? 1 : 0;
        dull += column.type().isNumber() ? 0.7 : 0;
        dull += Naming.isCode(column.label()) ? 2 : 0;
        dull += isPartOfTime(column) ? 3 : 0;
        dull += column.label().equals("Sheet") || column.label().equals("File") ? 2 : 0; // where rows come from
        dull += column.role() == Role.PLACE ? 0.3 : 0;
        dull += values.distinct() > MAX_GROUPS ? 3 : 0;
        return dull + (isNearlyConstant(values) ? 3 : 0);
    }

    /** A month beside a date, say, or the sheet of each month: charts over time say it already. */
    boolean isPartOfTime(ColumnInfo column) {
        return time.isPresent()
                && (TimeWords.isPart(column.label()) || profile.spans().contains(column.name()));
    }

    boolean isNearlyConstant(ColumnProfile values) {
        return !values.commonest().isEmpty() && values.commonest().get(0).total() > profile.rowCount() * NEARLY_ALL;
    }

    /** What is measured, the chief one first: money, what else adds up, levels, what is averaged. */
    List<ColumnInfo> measures() {
        return schema.columns().stream()
                .filter(column -> column.role() == Role.MEASURE && column.type().isNumber() && distinct(column) > 1)
                .sorted(Comparator.comparingInt(this::rank).thenComparingInt(this::latestFirst))
                .toList();
    }

    /** Of columns that are a period each the latest is what people ask for. */
    private int latestFirst(ColumnInfo column) {
        return TimeWords.isPeriod(column.label()) ? -schema.columns().indexOf(column) : 0;
    }

    private int rank(ColumnInfo column) {
        Additivity additivity = Meanings.additivity(column);
        int rank = switch (additivity.kind()) {
            case SUM -> Meanings.isMoney(column) ? 0 : 1;
            case LAST -> 2;
            case AVERAGE -> 3 + Meanings.dullness(additivity);
        };
        boolean sparse = profile.column(column.name()).blanks() > profile.rowCount() / 2;
        return rank + (sparse ? 20 : 0);
    }

    /** Yes and no, of which the share of yes is told. */
    List<ColumnInfo> yesNos() {
        return schema.columns().stream()
                .filter(column -> column.type() == ColumnType.YES_NO && distinct(column) > 1)
                .toList();
    }

    /** A column as it adds up. */
    Measure measure(ColumnInfo column) {
        if (column.type() == ColumnType.YES_NO) {
            return new Measure(Aggregate.SHARE, column.name());
        }
        Additivity additivity = Meanings.additivity(column);
        String weight = additivity.weight();
        return switch (additivity.kind()) {
            case SUM -> new Measure(Aggregate.SUM, column.name());
            case AVERAGE ->
                weight != null
                                && schema.find(weight)
                                        .filter(of -> of.type().isNumber())
                                        .isPresent()
                        ? Measure.of(Aggregate.WEIGHTED_AVERAGE, column.name(), weight)
                        : new Measure(Aggregate.AVERAGE, column.name());
            case LAST ->
                time.map(at -> Measure.of(Aggregate.LEVEL, column.name(), at.name()))
                        .orElse(new Measure(Aggregate.AVERAGE, column.name()));
        };
    }

    /** Figures over the whole table: what a row is, then sums and levels, then averages and shares; at most {@code most}. */
    List<Measure> figures(int most) {
        List<Measure> figures = new ArrayList<>();
        boolean countsRows = !isPanel() && (!isOfSeries() || measures().size() < 2);
        if (countsRows || isPanel()) {
            figures.add(
                    isPanel()
                            ? new Measure(
                                    Aggregate.DISTINCT, name().orElseThrow().name())
                            : Measure.ROWS);
        }
        List<Measure> adding = new ArrayList<>();
        List<Measure> others = new ArrayList<>();
        for (ColumnInfo column : measures()) {
            boolean averaged = Meanings.additivity(column).kind() == Additivity.Kind.AVERAGE;
            (averaged ? others : adding).add(measure(column));
        }
        yesNos().forEach(column -> others.add(Math.min(1, others.size()), measure(column)));
        int keptForOthers = Math.min(2, others.size());
        figures.addAll(adding.subList(0, Math.min(adding.size(), most - figures.size() - keptForOthers)));
        figures.addAll(others.subList(0, Math.min(others.size(), most - figures.size())));
        if (figures.size() == 1) {
            categories().stream()
                    .filter(column -> column.type() != ColumnType.YES_NO)
                    .limit(2)
                    .forEach(column -> figures.add(new Measure(Aggregate.DISTINCT, column.name())));
        }
        return figures;
    }
}
