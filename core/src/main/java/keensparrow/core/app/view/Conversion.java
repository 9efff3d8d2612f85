package keensparrow.core.app.view;

import java.util.EnumSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Stream;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.group.DatePart;
import keensparrow.core.group.TimeStep;
import keensparrow.core.meaning.Coordinates;
import keensparrow.core.profile.Profile;
import keensparrow.core.question.Question;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import org.jspecify.annotations.Nullable;

/**
 * Draws views another way: what fits is kept, what that way needs is filled in from the columns, the rest goes. A new
 * view is made of nothing in the same way.
 *
 * @param measures what the columns measure, the most telling first
 */
public record Conversion(Schema schema, Profile profile, List<Measure> measures) {
    private static final int USUAL_LARGEST = 6;
    private static final int MAX_CROSSED = 60;
    private static final int SHOWN_COLUMNS = 10;
    private static final Set<ColumnFormat.Kind> LONG_PERIODS =
            EnumSet.of(ColumnFormat.Kind.YEAR, ColumnFormat.Kind.QUARTER);

    public Conversion {
        measures = List.copyOf(measures);
    }

    /** The kinds that the columns allow. */
    public List<View.Kind> fitting() {
        return Stream.of(View.Kind.values())
                .filter(kind -> kind.definition().fault(made(kind)) == null)
                .toList();
    }

    /** A view of nothing but its kind, as large as that kind likes it, at the top. */
    public View made(View.Kind kind) {
        Place place = kind.definition().size();
        return to(kind, new View("v", "", kind, null, null, null, 0, List.of(), List.of(), place));
    }

    /** The view drawn another way. It may lack what the columns do not have: then the kind says what. */
    public View to(View.Kind next, View view) {
        ViewKind kind = next.definition();
        List<ViewKind.Slot> slots = kind.slots();
        GroupBy kept = view.by() != null && kind.groupings().contains(view.by().form()) ? view.by() : null;
        GroupBy by = kept != null || kind.isWholeWithoutGroups() ? kept : firstGrouping(kind);
        boolean rows = slots.contains(ViewKind.Slot.COLUMNS);
        boolean inOrder = by != null
                && by.isOfValues()
                && schema.find(by.column()).map(ColumnInfo::isInOrder).orElse(false);
        boolean largest = by != null && by.isOfValues() && !inOrder;
        boolean measured = slots.contains(ViewKind.Slot.MEASURE);
        boolean same = measured && view.measure() != null && takes(kind, view.measure());
        View drawn = new View(
                view.id(),
                view.title(),
                next,
                same ? view.measure() : measured ? measure(kind, view) : null,
                slots.contains(ViewKind.Slot.GROUPING) ? by : null,
                slots.contains(ViewKind.Slot.SPLIT) ? view.split() : null,
                !largest ? 0 : view.largest() > 0 ? view.largest() : USUAL_LARGEST,
                rows ? shown(view) : slots.contains(ViewKind.Slot.NAMED) ? naming() : List.of(),
                rows ? view.sort() : List.of(),
                view.place(),
                inOrder ? Question.Order.LABEL : kept != null && largest ? view.order() : null,
                view.page(),
                same ? view.measureId() : null,
                slots.contains(ViewKind.Slot.MEASURES) ? others(kind, view) : List.of(),
                null,
                slots.contains(ViewKind.Slot.PANELS) ? view.panels() : null,
                slots.contains(ViewKind.Slot.COORDINATES) ? placed(view.drawing()) : view.drawing(),
                view.dataset(),
                slots.contains(ViewKind.Slot.CONDITION) ? view.condition() : null);
        return slots.contains(ViewKind.Slot.ACROSS)
                ? drawn.grouped(kind.needsAcross() ? across(kind, view, by) : view.across(), drawn.panels())
                : drawn;
    }

    private static boolean takes(ViewKind kind, Measure measure) {
        return kind.aggregates().isEmpty() || kind.aggregates().contains(measure.aggregate());
    }

    private List<String> shown(View view) {
        return view.columns().isEmpty()
                ? schema.columns().stream()
                        .map(ColumnInfo::name)
                        .limit(SHOWN_COLUMNS)
                        .toList()
                : view.columns();
    }

    /** The first that the kind takes: what the columns measure, the rows, the middle of the number that was shown. */
    private Measure measure(ViewKind kind, View view) {
        String before = view.measure() == null ? null : view.measure().column();
        Optional<String> number = Stream.concat(
                        Stream.ofNullable(before), measures.stream().map(Measure::column))
                .filter(Objects::nonNull)
                .filter(name -> schema.find(name)
                        .map(column -> column.type().isNumber())
                        .orElse(false))
                .findFirst()
                .or(() -> first(column -> column.type().isNumber()).map(ColumnInfo::name));
        return Stream.concat(
                        Stream.concat(measures.stream(), Stream.of(Measure.ROWS)),
                        number.map(name -> new Measure(Aggregate.MEDIAN, name)).stream())
                .filter(measure -> takes(kind, measure))
                .findFirst()
                .orElse(Measure.ROWS);
    }

    /** What is shown besides: what was, or the next that the columns measure. */
    private List<Measure> others(ViewKind kind, View view) {
        if (!view.others().isEmpty() || !kind.beginsWithOthers()) {
            return view.others();
        }
        Measure now = view.measure() == null ? measures.stream().findFirst().orElse(null) : view.measure();
        return List.of(measures.stream()
                .filter(measure -> !measure.equals(now))
                .findFirst()
                .orElse(Measure.ROWS));
    }

    private @Nullable GroupBy firstGrouping(ViewKind kind) {
        return kind.groupings().stream()
                .flatMap(form -> usual(form).stream())
                .findFirst()
                .orElse(null);
    }

    /** What groups of a form are made of first. */
    private Optional<GroupBy> usual(GroupBy.Form form) {
        return switch (form) {
            case VALUES ->
                first(column -> column.isGrouping() && distinct(column) > 1)
                        .or(() -> first(column -> column.type().isCoded()))
                        .map(column -> new GroupBy(column.name(), null));
            case PERIODS -> first(ColumnInfo::isTime).map(column -> new GroupBy(column.name(), step(column)));
            case PARTS -> Optional.empty();
            case BINS ->
                first(column -> column.type().isNumber() && column.role() == Role.MEASURE)
                        .or(() -> first(column -> column.type().isNumber()))
                        .map(column -> new GroupBy(column.name(), null, null, true, null));
        };
    }

    /** Months, or the longer periods that the column is of. */
    private static TimeStep step(ColumnInfo column) {
        return column.format() == null || !LONG_PERIODS.contains(column.format().kind())
                ? TimeStep.MONTH
                : column.format().kind() == ColumnFormat.Kind.YEAR ? TimeStep.YEAR : TimeStep.QUARTER;
    }

    /** A second grouping: what was, else another category, else the weekday. */
    private @Nullable GroupBy across(ViewKind kind, View view, @Nullable GroupBy by) {
        String taken = by == null ? "" : by.column();
        GroupBy before = view.across();
        if (before != null
                && kind.acrossForms().contains(before.form())
                && !before.column().equals(taken)) {
            return before;
        }
        if (!kind.acrossForms().contains(GroupBy.Form.VALUES)) {
            return Stream.concat(numbers(true), numbers(false))
                    .filter(column -> !column.name().equals(taken))
                    .map(column -> new GroupBy(column.name(), null, null, true, null))
                    .findFirst()
                    .orElse(null);
        }
        return first(column -> (column.isGrouping() || column.type().isCoded())
                        && distinct(column) > 1
                        && distinct(column) <= MAX_CROSSED
                        && !column.name().equals(taken))
                .map(column -> new GroupBy(column.name(), null))
                .or(() -> first(ColumnInfo::isTime)
                        .map(column -> new GroupBy(column.name(), null, DatePart.WEEKDAY, false, null)))
                .orElse(null);
    }

    private Stream<ColumnInfo> numbers(boolean measured) {
        return schema.columns().stream()
                .filter(column -> column.type().isNumber() && (!measured || column.role() == Role.MEASURE));
    }

    /** The column that tells rows apart, if there is one. */
    private List<String> naming() {
        return schema.columns().stream()
                .filter(column -> column.role() == Role.IDENTIFIER)
                .map(ColumnInfo::name)
                .limit(1)
                .toList();
    }

    private ViewSettings placed(ViewSettings drawing) {
        return drawing.latitude() != null
                ? drawing
                : Coordinates.of(schema)
                        .map(found -> drawing.lying(found.latitude(), found.longitude()))
                        .orElse(drawing);
    }

    private int distinct(ColumnInfo column) {
        return profile.column(column.name()).distinct();
    }

    private Optional<ColumnInfo> first(Predicate<ColumnInfo> wanted) {
        return schema.columns().stream().filter(wanted).findFirst();
    }
}
