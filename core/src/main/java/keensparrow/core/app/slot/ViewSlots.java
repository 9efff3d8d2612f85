package keensparrow.core.app.slot;

import static java.util.Map.entry;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import keensparrow.core.app.App;
import keensparrow.core.app.Page;
import keensparrow.core.app.choice.Choice;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.app.view.Conversion;
import keensparrow.core.app.view.GroupBy;
import keensparrow.core.app.view.Place;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewKind;
import keensparrow.core.column.ColumnType;
import keensparrow.core.group.DatePart;
import keensparrow.core.group.TimeStep;
import keensparrow.core.question.Question;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.words.Words;

/**
 * The sentence of a view as its author can say it otherwise: its slots in the order in which they are read, each with all
 * that fits the columns. What an option sets is the whole change: a grouping sets how many groups are kept, too.
 *
 * @param app the whole app, @param words of the view's dataset, @param conversion of that dataset
 */
public record ViewSlots(View view, App app, AppWords words, Conversion conversion) {
    private static final int USUAL_LARGEST = 6;
    private static final int MAX_SPLITS = 60;
    private static final List<Integer> LARGEST = List.of(3, 4, 5, 6, 8, 10, 12, 15, 20, 30);

    /** What edits each part; the one list of all. */
    private static final Map<ViewKind.Slot, Function<ViewSlots, List<Slot>>> EDITORS = Map.ofEntries(
            entry(ViewKind.Slot.MEASURE, ViewSlots::measure),
            entry(ViewKind.Slot.MEASURES, ViewSlots::furtherMeasures),
            entry(ViewKind.Slot.GROUPING, ViewSlots::grouping),
            entry(ViewKind.Slot.ACROSS, ViewSlots::across),
            entry(ViewKind.Slot.LARGEST, ViewSlots::largest),
            entry(ViewKind.Slot.SPLIT, ViewSlots::split),
            entry(ViewKind.Slot.NAMED, ViewSlots::named),
            entry(ViewKind.Slot.PANELS, ViewSlots::panels),
            entry(ViewKind.Slot.COLUMNS, ViewSlots::columns),
            entry(ViewKind.Slot.ARRANGEMENT, of -> new DrawingSlots(of.view, of.words.schema()).arrangement()),
            entry(ViewKind.Slot.UPRIGHT, of -> new DrawingSlots(of.view, of.words.schema()).upright()),
            entry(ViewKind.Slot.AREA, of -> new DrawingSlots(of.view, of.words.schema()).area()),
            entry(ViewKind.Slot.COMPARISON, of -> new DrawingSlots(of.view, of.words.schema()).comparison()),
            entry(ViewKind.Slot.COORDINATES, of -> new DrawingSlots(of.view, of.words.schema()).coordinates()),
            entry(ViewKind.Slot.REFERENCE, of -> new DrawingSlots(of.view, of.words.schema()).reference()),
            entry(ViewKind.Slot.CELLS, of -> new DrawingSlots(of.view, of.words.schema()).cells()),
            entry(ViewKind.Slot.PICTURE, of -> new DrawingSlots(of.view, of.words.schema()).picture()),
            entry(ViewKind.Slot.TEXT, of -> new DrawingSlots(of.view, of.words.schema()).text()),
            entry(ViewKind.Slot.CONDITION, ViewSlots::condition));

    /** All of them, with how it is drawn and the page that it stands on. */
    public List<Slot> all() {
        List<Slot> slots = new ArrayList<>();
        for (ViewKind.Slot slot : kind().slots()) {
            Function<ViewSlots, List<Slot>> editor = EDITORS.get(slot);
            if (editor == null) {
                throw new IllegalStateException("nothing edits " + slot);
            }
            slots.addAll(givenOr(choiceOf(slot), editor.apply(this)));
        }
        slots.addAll(givenOr(Choice.Kind.KIND, List.of(drawnAs())));
        page().ifPresent(slots::add);
        return begun(slots);
    }

    private ViewKind kind() {
        return view.kind().definition();
    }

    private boolean has(ViewKind.Slot slot) {
        return kind().slots().contains(slot);
    }

    /** The way of letting colleagues choose a part. */
    private static Choice.Kind choiceOf(ViewKind.Slot slot) {
        return slot == ViewKind.Slot.MEASURES ? Choice.Kind.BESIDES : Choice.Kind.valueOf(slot.name());
    }

    /** What colleagues choose is told in place of its editor. */
    private List<Slot> givenOr(Choice.Kind kind, List<Slot> editors) {
        Optional<Choice> choice = app.allChoices().stream()
                .filter(each -> each.kind() == kind && each.views().contains(view.id()))
                .findFirst();
        return editors.isEmpty() || choice.isEmpty()
                ? editors
                : List.of(new Slot(
                        editors.get(0).path(),
                        choice.get().label(choice.get().option(null), words),
                        Slot.Type.CHOSEN,
                        List.of(),
                        List.of(),
                        editors.get(0).before(),
                        null,
                        List.of()));
    }

    /** The first words of the sentence stand before its first slot. */
    private List<Slot> begun(List<Slot> slots) {
        String begins = has(ViewKind.Slot.MEASURE)
                        || has(ViewKind.Slot.COLUMNS)
                        || has(ViewKind.Slot.TEXT)
                        || has(ViewKind.Slot.PICTURE)
                ? Words.say("slot.show")
                : Words.say("slot.showNumberOf", "noun", words.noun());
        Slot first = slots.get(0);
        List<Slot> all = new ArrayList<>(slots);
        all.set(0, first.after(first.before() == null ? begins : begins + " " + first.before()));
        return all;
    }

    private List<Slot> measure() {
        return List.of(measures()
                .one(
                        view.measureId(),
                        view.measure(),
                        app.named().stream()
                                .filter(named -> Objects.equals(named.dataset(), view.dataset()))
                                .toList(),
                        conversion.measures()));
    }

    private MeasureSlots measures() {
        GroupBy by = view.by();
        return new MeasureSlots(
                words,
                by != null,
                by != null && by.step() != null,
                view.split() != null,
                measure -> canBe(view.withMeasure(measure)));
    }

    /** Whether it could be shown so; of one that cannot be shown as it is nothing is kept back. */
    private boolean canBe(View next) {
        return kind().fault(view) != null || kind().fault(next) == null;
    }

    private List<Slot> furtherMeasures() {
        boolean isSplit = has(ViewKind.Slot.SPLIT) && view.split() != null;
        return isSplit
                ? List.of()
                : List.of(
                        measures().further(view.others(), conversion.measures()).after(Words.say("slot.with")));
    }

    private List<Slot> grouping() {
        boolean optional = kind().isWholeWithoutGroups();
        List<Slot.Option> options = new ArrayList<>();
        if (optional) {
            options.add(Slot.Option.setting("", Words.say("slot.nothing"), "by", null, "largest", 0, "order", null));
        }
        groupings(kind().groupings()).stream()
                .filter(by -> canBe(view.withBy(by)))
                .forEach(by -> {
                    boolean inOrder = by.isOfValues() && isInOrder(by.column());
                    int largest = !by.isOfValues() || inOrder ? 0 : view.largest() > 0 ? view.largest() : USUAL_LARGEST;
                    boolean same = by.equals(view.by());
                    options.add(Slot.Option.setting(
                            value(by),
                            phrase(by),
                            "by",
                            by,
                            "largest",
                            same ? view.largest() : largest,
                            "order",
                            same ? view.order() : inOrder ? Question.Order.LABEL : null));
                });
        return List.of(Slot.pick("by", Words.say("slot.grouping"), options)
                .after(Words.say(optional ? "slot.withItsCourseBy" : "slot.by")));
    }

    private List<Slot> across() {
        List<Slot.Option> options = new ArrayList<>();
        if (!kind().needsAcross()) {
            options.add(Slot.Option.setting("", Words.say("slot.nothing"), "across", null));
        }
        groupings(kind().acrossForms()).stream()
                .filter(by -> canBe(view.grouped(by, view.panels())))
                .forEach(by -> options.add(Slot.Option.setting(value(by), phrase(by), "across", by)));
        return List.of(
                Slot.pick("across", Words.say("slot.secondGrouping"), options).after(Words.say("slot.and")));
    }

    private List<Slot> panels() {
        boolean third = has(ViewKind.Slot.ACROSS);
        List<Slot.Option> options = new ArrayList<>();
        options.add(Slot.Option.setting("", Words.say("slot.nothing"), "panels", null));
        groupings(List.of(GroupBy.Form.values()))
                .forEach(by -> options.add(Slot.Option.setting(value(by), phrase(by), "panels", by)));
        return List.of(Slot.pick("panels", Words.say(third ? "slot.thirdGrouping" : "slot.panels"), options)
                .after(Words.say(third ? "slot.and" : "slot.aPanelForEach")));
    }

    /** What the columns can be grouped by, times first; with what stands there now. */
    private List<GroupBy> groupings(List<GroupBy.Form> forms) {
        List<GroupBy> all = new ArrayList<>();
        Stream.of(view.by(), view.across(), view.panels())
                .filter(by -> by != null && by.width() != null && forms.contains(by.form()))
                .forEach(all::add); // bins of a width that is said in no list
        for (ColumnInfo column : columns(ColumnInfo::isTime)) {
            boolean hasTimes = column.type() == ColumnType.DATE_TIME;
            if (forms.contains(GroupBy.Form.PERIODS)) {
                Stream.of(TimeStep.values())
                        .filter(step -> step != TimeStep.HOUR || hasTimes)
                        .forEach(step -> all.add(new GroupBy(column.name(), step)));
            }
            if (forms.contains(GroupBy.Form.PARTS)) {
                Stream.of(DatePart.values())
                        .filter(part -> part != DatePart.HOUR_OF_DAY || hasTimes)
                        .forEach(part -> all.add(new GroupBy(column.name(), null, part, false, null)));
            }
        }
        if (forms.contains(GroupBy.Form.VALUES)) {
            columns(ColumnInfo::isGrouping).forEach(column -> all.add(new GroupBy(column.name(), null)));
        }
        if (forms.contains(GroupBy.Form.BINS)) {
            columns(column -> column.type().isNumber())
                    .forEach(column -> all.add(new GroupBy(column.name(), null, null, true, null)));
        }
        return all;
    }

    private String phrase(GroupBy by) {
        return by.step() == null
                ? by.phrase(words.schema())
                : Words.say(
                        "view.of",
                        "part",
                        by.step().label(),
                        "label",
                        words.schema().label(by.column()));
    }

    private static String value(GroupBy by) {
        return String.join(
                " ",
                by.column(),
                String.valueOf(by.step()),
                String.valueOf(by.part()),
                String.valueOf(by.bins()),
                String.valueOf(by.width()));
    }

    private List<ColumnInfo> columns(Predicate<ColumnInfo> wanted) {
        return words.schema().columns().stream().filter(wanted).toList();
    }

    private boolean isInOrder(String column) {
        return words.schema().find(column).map(ColumnInfo::isInOrder).orElse(false);
    }

    private List<Slot> largest() {
        if (view.by() == null || !view.by().isOfValues()) {
            return List.of();
        }
        List<Slot.Option> options = new ArrayList<>();
        Stream.concat(LARGEST.stream(), Stream.of(view.largest()))
                .filter(n -> n > 0)
                .distinct()
                .sorted()
                .forEach(n -> options.add(Slot.Option.setting(
                        String.valueOf(n), Words.say("slot.largestAndOther", "n", n), "largest", n)));
        options.add(Slot.Option.setting("0", Words.say("slot.allOfThem"), "largest", 0));
        return List.of(
                Slot.pick("largest", Words.say("slot.howManyGroups"), options).after(","));
    }

    private List<Slot> split() {
        List<Slot.Option> options = new ArrayList<>();
        options.add(Slot.Option.setting("", Words.say("slot.nothing"), "split", null));
        columns(column -> column.name().equals(view.split())
                        || (column.isGrouping()
                                && conversion.profile().column(column.name()).distinct() <= MAX_SPLITS))
                .forEach(column ->
                        options.add(Slot.Option.setting(column.name(), column.label(), "split", column.name())));
        return List.of(Slot.pick("split", Words.say("slot.split"), options)
                .after(Words.say(has(ViewKind.Slot.NAMED) ? "slot.colouredBy" : "slot.splitBy")));
    }

    private List<Slot> named() {
        List<Slot.Option> options = new ArrayList<>();
        options.add(Slot.Option.setting("", Words.say("slot.nothing"), "columns", List.of()));
        words.schema()
                .columns()
                .forEach(column -> options.add(
                        Slot.Option.setting(column.name(), column.label(), "columns", List.of(column.name()))));
        return List.of(
                Slot.pick("columns", Words.say("slot.nameOfTheRows"), options).after(Words.say("slot.namedBy")));
    }

    /** Which columns a table shows, and how its rows follow each other. */
    private List<Slot> columns() {
        List<Slot> slots = new ArrayList<>();
        List<Slot.Option> all = words.schema().columns().stream()
                .map(column -> Slot.Option.setting(column.name(), column.label(), "columns", column.name()))
                .toList();
        slots.add(new Slot("columns", Words.say("slot.columns"), Slot.Type.PICKS, all, List.of())
                .after(Words.say("slot.rowsWith")));
        Question.Sort sort = view.sort().stream().findFirst().orElse(null);
        List<Slot.Option> sorts = new ArrayList<>();
        sorts.add(Slot.Option.setting("", Words.say("slot.theOrderOfTheFile"), "sort", List.of()));
        columns(column -> view.columns().contains(column.name())
                        || (sort != null && sort.column().equals(column.name())))
                .forEach(column -> sorts.add(Slot.Option.setting(
                        column.name(),
                        column.label(),
                        "sort",
                        sort != null && sort.column().equals(column.name())
                                ? view.sort()
                                : List.of(new Question.Sort(
                                        column.name(), column.type().isNumber())))));
        slots.add(Slot.pick("sort", Words.say("slot.sort"), sorts).after(Words.say("slot.sortedBy")));
        if (sort != null) {
            List<Slot.Option> directions = Stream.of(true, false)
                    .map(down -> Slot.Option.setting(
                            down ? "down" : "up",
                            Words.say(down ? "slot.largestFirst" : "slot.smallestFirst"),
                            "sort",
                            withFirst(new Question.Sort(sort.column(), down))))
                    .toList();
            slots.add(Slot.pick("sort/0/descending", Words.say("slot.direction"), directions)
                    .after(","));
        }
        return slots;
    }

    private List<Question.Sort> withFirst(Question.Sort first) {
        return Stream.concat(Stream.of(first), view.sort().stream().skip(1)).toList();
    }

    private List<Slot> condition() {
        return List.of(Slot.expression("condition", Words.say("slot.conditionOfTheView"))
                .after(Words.say("slot.where"))
                .opened(Words.say("slot.plusCondition")));
    }

    /** Each kind that fits, with what becomes of the view. */
    private Slot drawnAs() {
        List<Slot.Option> options = conversion.fitting().stream()
                .map(next -> {
                    View drawn = next == view.kind() ? view : conversion.to(next, view);
                    return Slot.Option.setting(
                            next.name(),
                            next.definition().label(),
                            "kind",
                            next,
                            "measure",
                            drawn.measure(),
                            "measureId",
                            drawn.measureId(),
                            "measures",
                            drawn.others(),
                            "by",
                            drawn.by(),
                            "across",
                            drawn.across(),
                            "panels",
                            drawn.panels(),
                            "split",
                            drawn.split(),
                            "largest",
                            drawn.largest(),
                            "order",
                            drawn.order(),
                            "columns",
                            drawn.columns(),
                            "sort",
                            drawn.sort(),
                            "settings",
                            drawn.drawing(),
                            "condition",
                            drawn.condition());
                })
                .toList();
        return Slot.pick("kind", Words.say("slot.kind"), options).after(Words.say("slot.as"));
    }

    /** The page that it stands on, where there are several; on another one it stands at the foot. */
    private Optional<Slot> page() {
        List<Page> pages = app.allPages();
        if (pages.size() < 2) {
            return Optional.empty();
        }
        List<Slot.Option> options = IntStream.range(0, pages.size())
                .mapToObj(i -> {
                    Page page = pages.get(i);
                    boolean here = page.id().equals(view.page()) || (i == 0 && view.page() == null);
                    return Slot.Option.setting(
                            page.id(),
                            page.title(),
                            "page",
                            here ? view.page() : page.id(),
                            "place",
                            here ? view.place() : atTheFoot(page, i == 0));
                })
                .toList();
        return Optional.of(Slot.pick("page", Words.say("slot.page"), options).after(Words.say("slot.on")));
    }

    private Place atTheFoot(Page page, boolean first) {
        int bottom = app.views().stream()
                .filter(other -> !other.id().equals(view.id()))
                .filter(other -> page.id().equals(other.page()) || (first && other.page() == null))
                .mapToInt(other -> other.place().y() + other.place().h())
                .max()
                .orElse(0);
        return new Place(
                view.place().x(), bottom, view.place().w(), view.place().h());
    }
}
