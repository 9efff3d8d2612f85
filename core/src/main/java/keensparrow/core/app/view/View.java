package keensparrow.core.app.view;

import java.util.List;
import java.util.stream.Stream;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.group.TimeStep;
import keensparrow.core.question.Question;
import org.jspecify.annotations.Nullable;

/**
 * Something computed and shown.
 *
 * @param title empty for one made from the definition, which follows when the definition changes
 * @param measure what figures, bars and lines show; null for tables
 * @param by grouping of bars and lines; null for figures and tables
 * @param split a category that splits bars or lines; null for none
 * @param largest groups kept before Other; 0 keeps all
 * @param columns of a table; empty for anything else
 * @param sort of a table
 * @param order how groups of bars follow each other; the largest first when null
 * @param page id of the page it stands on; the first when null
 * @param measureId id of a measure of the app that it shows in place of {@code measure}; null for none
 * @param measures that it shows besides; none when null
 * @param across a second grouping of any form, for kinds that have one; null for none
 * @param panels a grouping that gives each group a panel or rows of its own; null for none
 * @param settings how it is drawn; the usual way when null
 * @param condition expression that holds for the rows it shows, whatever is filtered; null for all rows
 * @param dataset name of the app's further dataset that it shows; null for the app's first one
 */
public record View(
        String id,
        String title,
        Kind kind,
        @Nullable Measure measure,
        @Nullable GroupBy by,
        @Nullable String split,
        int largest,
        List<String> columns,
        List<Question.Sort> sort,
        Place place,
        Question.@Nullable Order order,
        @Nullable String page,
        @Nullable String measureId,
        @Nullable List<Measure> measures,
        @Nullable GroupBy across,
        @Nullable GroupBy panels,
        @Nullable ViewSettings settings,
        @Nullable String dataset,
        @Nullable String condition) {
    public View {
        columns = List.copyOf(columns);
        sort = List.copyOf(sort);
        measures = measures == null ? List.of() : List.copyOf(measures);
        settings = settings == null ? ViewSettings.USUAL : settings;
        condition = condition == null || condition.isBlank() ? null : condition;
    }

    /** On the first page. */
    public View(
            String id,
            String title,
            Kind kind,
            @Nullable Measure measure,
            @Nullable GroupBy by,
            @Nullable String split,
            int largest,
            List<String> columns,
            List<Question.Sort> sort,
            Place place,
            Question.@Nullable Order order) {
        this(
                id, title, kind, measure, by, split, largest, columns, sort, place, order, null, null, null, null, null,
                null, null, null);
    }

    /** With groups in order of size. */
    public View(
            String id,
            String title,
            Kind kind,
            @Nullable Measure measure,
            @Nullable GroupBy by,
            @Nullable String split,
            int largest,
            List<String> columns,
            List<Question.Sort> sort,
            Place place) {
        this(
                id, title, kind, measure, by, split, largest, columns, sort, place, null, null, null, null, null, null,
                null, null, null);
    }

    /** How it is drawn: the one list of all kinds. */
    public enum Kind {
        FIGURE(new Figure()),
        BARS(new Bars()),
        LINES(new Lines()),
        SHARES(new Shares()),
        HISTOGRAM(new Histogram()),
        BOX(new Box()),
        DOTS(new Dots()),
        ROW_DOTS(new RowDots()),
        GRID(new ColourGrid()),
        MAP(new PlaceMap()),
        SUMMARY(new Summary()),
        TWO_WAY(new TwoWay()),
        TABLE(new RowTable()),
        RECORD(new RowRecord()),
        TEXT(new TextNote()),
        PICTURE(new PictureNote());

        private final ViewKind definition;

        Kind(ViewKind definition) {
            this.definition = definition;
        }

        public ViewKind definition() {
            return definition;
        }
    }

    /** Shows another measure of its own. */
    public View withMeasure(Measure next) {
        return new View(
                id, title, kind, next, by, split, largest, columns, sort, place, order, page, null, measures, across,
                panels, settings, dataset, condition);
    }

    /** Shows a measure of the app, which is {@code next} now. */
    public View withMeasure(String nextId, Measure next) {
        return new View(
                id, title, kind, next, by, split, largest, columns, sort, place, order, page, nextId, measures, across,
                panels, settings, dataset, condition);
    }

    /** Shows a measure of the app; what is derived from the one before is derived from it. */
    public View using(NamedMeasure named) {
        Measure next = measure == null || measure.derived() == null
                ? named.measure()
                : named.measure().derived(measure.derived());
        return withMeasure(named.id(), next);
    }

    public View withBy(GroupBy next) {
        return new View(
                id, title, kind, measure, next, split, largest, columns, sort, place, order, page, measureId, measures,
                across, panels, settings, dataset, condition);
    }

    /** Over periods of another length. @param step name of it; what is none, or null, leaves the view as it is */
    public View inSteps(@Nullable String step) {
        if (step == null || by == null || by.form() != GroupBy.Form.PERIODS) {
            return this;
        }
        return Stream.of(TimeStep.values())
                .filter(each -> each.name().equals(step))
                .findFirst()
                .map(each -> withBy(new GroupBy(by.column(), each)))
                .orElse(this);
    }

    /** @param next null for no split */
    public View withSplit(@Nullable String next) {
        return new View(
                id, title, kind, measure, by, next, largest, columns, sort, place, order, page, measureId, measures,
                across, panels, settings, dataset, condition);
    }

    /** @param next groups kept before Other; 0 keeps all */
    public View withLargest(int next) {
        return new View(
                id, title, kind, measure, by, split, next, columns, sort, place, order, page, measureId, measures,
                across, panels, settings, dataset, condition);
    }

    /** @param next id of a page */
    public View onPage(String next) {
        return new View(
                id, title, kind, measure, by, split, largest, columns, sort, place, order, next, measureId, measures,
                across, panels, settings, dataset, condition);
    }

    /** @param next name of a further dataset of its app; null for the first one */
    public View ofDataset(@Nullable String next) {
        return new View(
                id, title, kind, measure, by, split, largest, columns, sort, place, order, page, measureId, measures,
                across, panels, settings, next, condition);
    }

    /** @param next an expression that holds for the rows it shows; null for all rows */
    public View where(@Nullable String next) {
        return new View(
                id, title, kind, measure, by, split, largest, columns, sort, place, order, page, measureId, measures,
                across, panels, settings, dataset, next);
    }

    public View withKind(Kind next) {
        return new View(
                id, title, next, measure, by, split, largest, columns, sort, place, order, page, measureId, measures,
                across, panels, settings, dataset, condition);
    }

    /** Shows these measures besides. */
    public View besides(List<Measure> next) {
        return new View(
                id, title, kind, measure, by, split, largest, columns, sort, place, order, page, measureId, next,
                across, panels, settings, dataset, condition);
    }

    /** Grouped a second and a third time, in any form; null for neither. */
    public View grouped(@Nullable GroupBy nextAcross, @Nullable GroupBy nextPanels) {
        return new View(
                id,
                title,
                kind,
                measure,
                by,
                split,
                largest,
                columns,
                sort,
                place,
                order,
                page,
                measureId,
                measures,
                nextAcross,
                nextPanels,
                settings,
                dataset,
                condition);
    }

    /** Shows other columns, sorted by those of its own that are among them. */
    public View withColumns(List<String> next) {
        List<Question.Sort> sorted =
                sort.stream().filter(by -> next.contains(by.column())).toList();
        return new View(
                id, title, kind, measure, by, split, largest, next, sorted, place, order, page, measureId, measures,
                across, panels, settings, dataset, condition);
    }

    public View drawn(ViewSettings next) {
        return new View(
                id, title, kind, measure, by, split, largest, columns, sort, place, order, page, measureId, measures,
                across, panels, next, dataset, condition);
    }

    /** Whether it shows rows, not numbers made of them. */
    public boolean isOfRows() {
        return kind.definition().isOfRows();
    }

    /** What it shows besides. */
    public List<Measure> others() {
        return measures == null ? List.of() : measures;
    }

    /** How it is drawn. */
    public ViewSettings drawing() {
        return settings == null ? ViewSettings.USUAL : settings;
    }

    /** Measure of the view, rows where none is set. */
    public Measure measured() {
        return measure == null ? Measure.ROWS : measure;
    }
}
