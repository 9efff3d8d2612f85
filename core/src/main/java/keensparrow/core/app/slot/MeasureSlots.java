package keensparrow.core.app.slot;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Derived;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.app.measure.MeasureSentences;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.column.ColumnType;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.Additivity;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * What a measure can be, in the field {@code measure} of what shows it.
 *
 * @param grouped whether it is shown for groups, @param periods whether these are periods, @param split whether they are split
 * @param fits whether what shows it can show such a measure
 */
public record MeasureSlots(AppWords words, boolean grouped, boolean periods, boolean split, Predicate<Measure> fits) {
    private static final String PATH = "measure";
    private static final BigDecimal USUAL_PERCENT = BigDecimal.valueOf(90);
    /** The usual ones first. */
    private static final List<Aggregate> IN_ORDER = List.of(
            Aggregate.SUM,
            Aggregate.AVERAGE,
            Aggregate.MEDIAN,
            Aggregate.MIN,
            Aggregate.MAX,
            Aggregate.STDDEV,
            Aggregate.SHARE,
            Aggregate.DISTINCT,
            Aggregate.COUNT,
            Aggregate.PERCENTILE,
            Aggregate.WEIGHTED_AVERAGE,
            Aggregate.RATIO,
            Aggregate.FIRST,
            Aggregate.LAST,
            Aggregate.LEVEL);

    /**
     * The one measure of a view: those with a name, what the columns measure, all that is made of one column, and what is
     * said part by part.
     *
     * @param telling what the columns measure, the most telling first
     */
    Slot one(@Nullable String id, @Nullable Measure now, List<NamedMeasure> named, List<Measure> telling) {
        List<Slot.Option> options = new ArrayList<>();
        for (NamedMeasure each : named) {
            if (!fits.test(each.measure())) {
                continue;
            }
            options.add(Slot.Option.setting(
                    "named " + each.id(), each.name(), "measureId", each.id(), PATH, each.measure()));
        }
        Set<Measure> usual = usual(telling);
        for (Measure each : usual) {
            options.add(Slot.Option.setting(value(each), phrase(each), "measureId", null, PATH, each));
        }
        boolean isUsual = id != null || now == null || usual.contains(now);
        options.add(new Slot.Option(
                "more", isUsual || now == null ? Words.say("slot.somethingElse") : phrase(now), null, true));
        return Slot.pick(PATH, Words.say("slot.measure"), options).in(parts(now == null ? Measure.ROWS : now));
    }

    /** Measures besides the first. */
    Slot further(List<Measure> now, List<Measure> telling) {
        Set<Measure> all = usual(telling);
        all.addAll(now);
        List<Slot.Option> options = all.stream()
                .map(each -> Slot.Option.setting(value(each), phrase(each), "measures", each))
                .toList();
        return new Slot("measures", Words.say("slot.furtherMeasures"), Slot.Type.PICKS_OR_NONE, options, List.of());
    }

    private Set<Measure> usual(List<Measure> telling) {
        Set<Measure> usual = new LinkedHashSet<>();
        usual.add(Measure.ROWS);
        usual.addAll(telling);
        for (Aggregate aggregate : IN_ORDER) {
            if (aggregate.isOfTwo() || aggregate == Aggregate.PERCENTILE) {
                continue;
            }
            columns(aggregate::fits).forEach(column -> usual.add(new Measure(aggregate, column.name())));
        }
        return usual.stream().filter(fits).collect(Collectors.toCollection(LinkedHashSet::new));
    }

    private String phrase(Measure measure) {
        return MeasureSentences.of(measure, words.noun(), words.schema());
    }

    private static String value(Measure measure) {
        return String.join(
                " ",
                measure.aggregate().name(),
                String.valueOf(measure.column()),
                String.valueOf(measure.with()),
                String.valueOf(measure.percent()),
                String.valueOf(measure.expression()),
                String.valueOf(measure.derived()));
    }

    private List<ColumnInfo> columns(Predicate<ColumnType> fits) {
        return words.schema().columns().stream()
                .filter(column -> fits.test(column.type()))
                .toList();
    }

    /** A measure part by part: the aggregate, its column, a second one or a percentage, what is made of all groups. */
    public List<Slot> parts(Measure now) {
        Aggregate aggregate = now.aggregate();
        if (aggregate == Aggregate.FORMULA) {
            return List.of(Slot.text(PATH + "/expression", Words.say("slot.formula")));
        }
        List<Slot> parts = new ArrayList<>();
        if (aggregate == Aggregate.PERCENTILE) {
            parts.add(new Slot(PATH + "/percent", Words.say("slot.percent"), Slot.Type.PERCENT, List.of(), List.of()));
        }
        parts.add(aggregates(now));
        if (aggregate != Aggregate.ROWS && now.expression() == null) {
            parts.add(of(PATH + "/column", Words.say("slot.columnMeasured"), columns(aggregate::fits)));
        }
        if (aggregate.isOfTwo()) {
            parts.add(of(PATH + "/with", Words.say("slot.secondColumn"), columns(aggregate::fitsSecond))
                    .after(String.valueOf(MeasureSentences.beforeSecond(aggregate))));
        }
        if (grouped) {
            parts.add(derived(now));
        }
        return parts;
    }

    private static Slot of(String path, String words, List<ColumnInfo> columns) {
        return Slot.pick(
                path,
                words,
                columns.stream()
                        .map(column -> Slot.Option.setting(column.name(), column.label(), path, column.name()))
                        .toList());
    }

    private Slot aggregates(Measure now) {
        List<Slot.Option> options = new ArrayList<>();
        if (fits.test(Measure.ROWS)) {
            options.add(Slot.Option.setting(
                    Aggregate.ROWS.name(), phrase(Measure.ROWS), PATH, Measure.ROWS.derived(now.derived())));
        }
        for (Aggregate each : IN_ORDER) {
            List<ColumnInfo> first = columns(each::fits);
            List<ColumnInfo> second = each.isOfTwo() ? columns(each::fitsSecond) : List.of();
            if (first.isEmpty() || (each.isOfTwo() && second.isEmpty())) {
                continue;
            }
            String column = kept(now.column(), first);
            Measure measure = new Measure(
                    each,
                    column,
                    each.isOfTwo() ? kept(now.with() == null ? weight(column) : now.with(), second) : null,
                    each != Aggregate.PERCENTILE ? null : now.percent() == null ? USUAL_PERCENT : now.percent(),
                    null,
                    now.derived());
            if (!fits.test(measure)) {
                continue;
            }
            String label = MeasureSentences.before(measure, words.schema())
                    + (each.isOfTwo() ? " … " + MeasureSentences.beforeSecond(each) + " …" : "");
            options.add(
                    each == now.aggregate()
                            ? new Slot.Option(each.name(), label, Map.of(PATH + "/aggregate", each), false)
                            : Slot.Option.setting(each.name(), label, PATH, measure));
        }
        return Slot.pick(PATH + "/aggregate", Words.say("slot.aggregate"), options);
    }

    /** What its author said that averages of it are weighted by; null for nothing. */
    private @Nullable String weight(String column) {
        return words.schema()
                .find(column)
                .map(ColumnInfo::additivity)
                .map(Additivity::weight)
                .orElse(null);
    }

    /** The column that was, where it fits still. */
    private static String kept(@Nullable String before, List<ColumnInfo> fitting) {
        return fitting.stream()
                .map(ColumnInfo::name)
                .filter(name -> name.equals(before))
                .findFirst()
                .orElse(fitting.get(0).name());
    }

    private Slot derived(Measure now) {
        String path = PATH + "/derived";
        List<Slot.Option> options = new ArrayList<>();
        options.add(Slot.Option.setting("", Words.say("slot.itIs"), path, null));
        Stream.of(Derived.values())
                .filter(each -> fits.test(now.derived(each)))
                .filter(each -> (!each.needsPeriods() || periods) && (each != Derived.SHARE_OF_GROUP || split))
                .forEach(each -> options.add(Slot.Option.setting(each.name(), each.label(), path, each)));
        return Slot.pick(path, Words.say("slot.shownAs"), options).after(Words.say("slot.shownAsBefore"));
    }
}
