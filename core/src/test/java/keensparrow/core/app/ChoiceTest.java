package keensparrow.core.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import keensparrow.core.TextRows;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Derived;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.choice.Choice;
import keensparrow.core.app.choice.Option;
import keensparrow.core.app.choice.Proposing;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.app.view.GroupBy;
import keensparrow.core.app.view.Place;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewSettings;
import keensparrow.core.draft.FirstDraft;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.error.UserException;
import keensparrow.core.group.TimeStep;
import keensparrow.core.profile.Profile;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** What colleagues choose, and measures that have a name. */
class ChoiceTest {
    private static final Table TABLE = TextRows.table("""
            Route,Class,Delay,Fare,Date,Latitude,Longitude,Latitude to,Longitude to
            A,Seat,10,3.50,2026-01-05,48.2,16.4,53.5,10.0
            A,Sleeper,20,9.00,2026-02-06,48.2,16.4,53.5,10.0
            B,Seat,4,4.00,2026-02-07,45.4,12.3,52.5,13.4
            C,Seat,6,4.50,2026-03-01,47.4,8.5,54.4,18.6
            C,Sleeper,8,8.00,2027-03-01,47.4,8.5,54.4,18.6
            """);
    private static final Profile PROFILE = Profile.of(TABLE);
    private static final Place PLACE = new Place(0, 0, 6, 4);
    private static final Measure MEAN = new Measure(Aggregate.AVERAGE, "delay");
    private static final Measure FARES = new Measure(Aggregate.SUM, "fare");
    private static final NamedMeasure TAKINGS = new NamedMeasure(
            "m1",
            "Takings",
            FARES,
            new ColumnFormat(ColumnFormat.Kind.MONEY, "€", 2, null),
            NamedMeasure.Direction.HIGHER,
            null);

    private static View bars(String id, GroupBy by) {
        return new View(id, "", View.Kind.BARS, MEAN, by, null, 5, List.of(), List.of(), PLACE);
    }

    private static final View ROUTES = bars("a", new GroupBy("route", null));
    private static final View MONTHS = bars("b", new GroupBy("date", TimeStep.MONTH));
    private static final View BINS = bars("c", new GroupBy("delay", null, null, true, null));

    private static final View FIGURE = new View(
                    "d", "", View.Kind.FIGURE, FARES, MONTHS.by(), null, 0, List.of(), List.of(), PLACE)
            .drawn(ViewSettings.comparing(ViewSettings.Comparison.BEFORE));
    private static final View LINES =
            new View("e", "", View.Kind.LINES, MEAN, MONTHS.by(), null, 0, List.of(), List.of(), PLACE);
    private static final View CROSSED = new View(
                    "f", "", View.Kind.TWO_WAY, MEAN, ROUTES.by(), null, 0, List.of(), List.of(), PLACE)
            .grouped(new GroupBy("class", null), null)
            .where("delay > 4");
    private static final View SUMMARY =
            new View("g", "", View.Kind.SUMMARY, MEAN, ROUTES.by(), null, 0, List.of(), List.of(), PLACE);
    private static final View ROWS = new View(
            "h",
            "",
            View.Kind.TABLE,
            null,
            null,
            null,
            0,
            List.of("route", "delay"),
            List.of(new Question.Sort("delay", true)),
            PLACE);
    private static final View PROMISED = new View(
                    "i", "", View.Kind.LINES, MEAN, MONTHS.by(), null, 0, List.of(), List.of(), PLACE)
            .drawn(ViewSettings.USUAL.against(new ViewSettings.Reference(BigDecimal.valueOf(6), "promised")));
    private static final View NOTE = new View("j", "", View.Kind.TEXT, null, null, null, 0, List.of(), List.of(), PLACE)
            .drawn(ViewSettings.ofText("## Read this first\n\nDelays count at the terminus."));
    private static final View MAP = new View(
                    "l", "", View.Kind.MAP, MEAN, new GroupBy("route", null), null, 0, List.of(), List.of(), PLACE)
            .drawn(ViewSettings.at("latitude", "longitude"));
    private static final View SPOTS = new View(
                    "m", "", View.Kind.ROW_DOTS, null, BINS.by(), null, 0, List.of("route"), List.of(), PLACE)
            .grouped(new GroupBy("fare", null, null, true, null), null);
    private static final View POSTER = new View(
                    "o", "", View.Kind.PICTURE, null, null, null, 0, List.of(), List.of(), PLACE)
            .drawn(ViewSettings.USUAL.picturing(new ViewSettings.Picture("p1", "A map of lines", "Our network")));
    private static final List<View> EVERY = List.of(
            ROUTES,
            MONTHS.withSplit("class"),
            BINS,
            FIGURE,
            LINES,
            CROSSED,
            SUMMARY,
            ROWS,
            PROMISED,
            NOTE,
            MAP,
            SPOTS,
            POSTER);

    private static App app(Choice... choices) {
        return new App(App.FORMAT, "t", "runs", List.of(), List.of(ROUTES, MONTHS, BINS))
                .with(List.of(TAKINGS), List.of(choices));
    }

    private static Choice choice(Choice.Kind kind, List<Option> options, String... views) {
        return new Choice("k", "", kind, options, null, List.of(views));
    }

    private static String said(App app, String view, Map<String, String> picked) {
        App shown = app.shown(picked);
        return AppSentences.view(shown.view(view).orElseThrow(), shown, TABLE.schema())
                .text();
    }

    @Test
    void severalViewsFollowOneChoiceAndTheirWordsFollowThem() {
        App app = app(choice(
                Choice.Kind.MEASURE, List.of(Option.of("mean", MEAN), Option.ofNamed("takings", "m1")), "a", "b"));
        app.validate();
        assertThat(said(app, "a", Map.of())).isEqualTo("Average of Delay by Route, five largest and Other, as bars.");
        Map<String, String> picked = Map.of("k", "takings");
        assertThat(said(app, "a", picked)).isEqualTo("Takings by Route, five largest and Other, as bars.");
        assertThat(said(app, "b", picked)).isEqualTo("Takings by month, as bars.");
        assertThat(said(app, "c", picked)).startsWith("Average of Delay by Delay in bins");
        App shown = app.shown(picked);
        assertThat(AppSentences.title(shown.views().get(0), shown, TABLE.schema()))
                .isEqualTo("Takings by Route");
        assertThat(AppSentences.options(app.allChoices().get(0), app, TABLE.schema()))
                .containsExactly("Average of Delay", "Takings");
    }

    @Test
    void whatIsGoneOrUnknownLeavesTheStart() {
        Choice choice = new Choice(
                "k",
                "How",
                Choice.Kind.LARGEST,
                List.of(Option.ofLargest("few", 3), Option.ofLargest("all", 0)),
                "all",
                List.of("a"));
        App app = app(choice);
        app.validate();
        assertThat(app.shown(Map.of()).view("a").orElseThrow().largest()).isZero();
        assertThat(app.shown(Map.of("k", "gone", "other", "few"))
                        .view("a")
                        .orElseThrow()
                        .largest())
                .isZero();
        assertThat(app.shown(Map.of("k", "few")).view("a").orElseThrow().largest())
                .isEqualTo(3);
    }

    @Test
    void eachKindChangesItsPart() {
        Map<String, String> second = Map.of("k", "2");
        assertThat(said(
                        app(choice(
                                Choice.Kind.GROUPING,
                                List.of(Option.of("1", ROUTES.by()), Option.of("2", new GroupBy("class", null))),
                                "a")),
                        "a",
                        second))
                .startsWith("Average of Delay by Class");
        assertThat(said(
                        app(choice(
                                Choice.Kind.STEP,
                                List.of(Option.of("1", TimeStep.MONTH), Option.of("2", TimeStep.YEAR)),
                                "b")),
                        "b",
                        second))
                .isEqualTo("Average of Delay by year, as bars.");
        assertThat(said(
                        app(choice(
                                Choice.Kind.SPLIT,
                                List.of(Option.ofSplit("1", null), Option.ofSplit("2", "class")),
                                "b")),
                        "b",
                        second))
                .isEqualTo("Average of Delay by month, split by Class, as bars.");
        assertThat(said(
                        app(choice(
                                Choice.Kind.WIDTH,
                                List.of(Option.ofWidth("1", null), Option.ofWidth("2", BigDecimal.valueOf(5))),
                                "c")),
                        "c",
                        second))
                .contains("in bins of 5");
        assertThat(said(
                        app(choice(
                                Choice.Kind.DERIVED,
                                List.of(Option.ofDerived("1", null), Option.ofDerived("2", Derived.RUNNING_TOTAL)),
                                "b")),
                        "b",
                        second))
                .isEqualTo("Average of Delay, running total by month, as bars.");
        assertThat(said(
                        app(choice(
                                Choice.Kind.KIND,
                                List.of(Option.of("1", View.Kind.BARS), Option.of("2", View.Kind.LINES)),
                                "b")),
                        "b",
                        second))
                .isEqualTo("Average of Delay by month, as lines.");
        App hiding =
                app(choice(Choice.Kind.SHOWN, List.of(Option.ofShown("1", true), Option.ofShown("2", false)), "b"));
        assertThat(hiding.shown(second).views()).extracting(View::id).containsExactly("a", "c");
        assertThat(hiding.shown(Map.of()).views()).hasSize(3);
    }

    @Test
    void aKindThatDoesNotFitIsNotDrawn() {
        App app = app(choice(
                Choice.Kind.KIND, List.of(Option.of("1", View.Kind.BARS), Option.of("2", View.Kind.HISTOGRAM)), "a"));
        assertThat(app.shown(Map.of("k", "2")).view("a").orElseThrow().kind()).isEqualTo(View.Kind.BARS);
    }

    /** Whatever is proposed can be stored, is answered and says something else than the others. */
    @Test
    void aTableShowsTheColumnsThatAreChosenAndSortsByThoseItHas() {
        Choice choice = choice(
                Choice.Kind.COLUMNS,
                List.of(Option.ofColumns("1", ROWS.columns()), Option.ofColumns("2", List.of("fare", "class"))),
                "h");
        App app = app(choice).withViews(EVERY);
        app.validate();
        View shown = app.shown(Map.of("k", "2")).view("h").orElseThrow();
        assertThat(shown.columns()).containsExactly("fare", "class");
        assertThat(shown.sort()).isEmpty();
        assertThat(app.columnsOf(ROWS)).containsExactly("route", "delay", "fare", "class");
        assertThat(AppSentences.access(app, TABLE.schema())).contains("Route, Delay, Fare and Class");
    }

    @Test
    void whatAKindCannotDoWithoutStays() {
        Choice choice = choice(
                Choice.Kind.ACROSS,
                List.of(Option.ofGrouping("1", null), Option.ofGrouping("2", new GroupBy("date", TimeStep.YEAR))),
                "f",
                "g");
        App app = app(choice).withViews(EVERY);
        app.validate();
        App none = app.shown(Map.of("k", "1"));
        assertThat(none.view("f").orElseThrow().across()).isEqualTo(CROSSED.across());
        assertThat(none.view("g").orElseThrow().across()).isNull();
        assertThat(said(app, "g", Map.of("k", "2"))).startsWith("Average of Delay by Route and year");
    }

    @Test
    void whatIsSetOfADrawingLeavesTheRestAsItIs() {
        View upright = ROUTES.withSplit("class").drawn(ViewSettings.USUAL.standing(true));
        Choice choice = choice(
                Choice.Kind.ARRANGEMENT,
                List.of(
                        Option.of("1", ViewSettings.USUAL.arranged(ViewSettings.Arrangement.STACKED)),
                        Option.of("2", ViewSettings.USUAL.arranged(ViewSettings.Arrangement.FULL))),
                "a");
        App app = app(choice).withViews(List.of(upright));
        app.validate();
        ViewSettings drawn = app.shown(Map.of("k", "2")).view("a").orElseThrow().drawing();
        assertThat(drawn.arrange()).isEqualTo(ViewSettings.Arrangement.FULL);
        assertThat(drawn.upright()).isTrue();
        assertThat(said(app, "a", Map.of("k", "2"))).contains("as shares of each");
    }

    @Test
    void aLineATextAndPlacesAreChosen() {
        Choice line = choice(
                Choice.Kind.REFERENCE,
                List.of(Option.of("1", PROMISED.drawing()), Option.of("2", ViewSettings.USUAL)),
                "i");
        App promised = app(line).withViews(List.of(PROMISED));
        promised.validate();
        assertThat(said(promised, "i", Map.of())).contains("promised at 6");
        assertThat(said(promised, "i", Map.of("k", "2"))).doesNotContain("promised");
        AppWords words = promised.words(TABLE.schema());
        assertThat(line.options())
                .extracting(option -> line.label(option, words))
                .containsExactly("promised at 6", "no line");

        Choice text = choice(
                Choice.Kind.TEXT,
                List.of(Option.of("1", NOTE.drawing()), Option.of("2", ViewSettings.ofText("For the board"))),
                "j");
        App note = app(text).withViews(List.of(NOTE));
        assertThat(note.shown(Map.of("k", "2"))
                        .view("j")
                        .orElseThrow()
                        .drawing()
                        .text())
                .isEqualTo("For the board");
        assertThat(text.label(text.options().get(0), words)).isEqualTo("Read this first");

        Choice poster = choice(
                Choice.Kind.PICTURE,
                List.of(
                        Option.of("1", POSTER.drawing()),
                        Option.of("2", ViewSettings.USUAL.picturing(new ViewSettings.Picture("p2", "A moon", null)))),
                "o");
        App picture = app(poster).withViews(List.of(POSTER));
        picture.validate();
        assertThat(picture.shown(Map.of("k", "2"))
                        .view("o")
                        .orElseThrow()
                        .drawing()
                        .picture())
                .isEqualTo(new ViewSettings.Picture("p2", "A moon", null));
        assertThat(poster.options())
                .extracting(option -> poster.label(option, words))
                .containsExactly("Our network", "A moon");
        Choice average = choice(
                Choice.Kind.REFERENCE,
                List.of(
                        Option.of("1", PROMISED.drawing()),
                        Option.of("2", ViewSettings.USUAL.against(new ViewSettings.Reference(null, null)))),
                "i");
        assertThat(average.label(average.options().get(1), words)).isEqualTo("the average");
        assertThat(said(app(average).withViews(List.of(PROMISED)), "i", Map.of("k", "2")))
                .contains("with a line at the average");

        Choice place = choice(
                Choice.Kind.COORDINATES,
                List.of(Option.of("1", MAP.drawing()), Option.of("2", ViewSettings.at("latitude_to", "longitude_to"))),
                "l");
        App map = app(place).withViews(List.of(MAP));
        assertThat(map.shown(Map.of("k", "2")).view("l").orElseThrow().drawing().latitude())
                .isEqualTo("latitude_to");
        assertThat(place.label(place.options().get(1), words)).isEqualTo("Latitude to and Longitude to");
        refused(
                app(choice(
                                Choice.Kind.TEXT,
                                List.of(Option.of("1", NOTE.drawing()), Option.of("2", ViewSettings.USUAL)),
                                "j"))
                        .withViews(List.of(NOTE)),
                "An option");
    }

    @ParameterizedTest
    @EnumSource(Choice.Kind.class)
    void everythingProposedIsAnsweredAndTold(Choice.Kind kind) {
        Proposing from =
                new Proposing(app().words(TABLE.schema()), PROFILE, FirstDraft.measures(TABLE.schema(), PROFILE));
        int proposals = 0;
        for (View view : EVERY) {
            for (Proposing.Proposal proposal : from.of(view)) {
                if (proposal.kind() != kind) {
                    continue;
                }
                proposals++;
                List<Option> options = proposal.options().stream()
                        .map(Proposing.Proposed::option)
                        .toList();
                App app = app(choice(kind, options, view.id())).withViews(EVERY);
                app.validate();
                assertThat(proposal.options())
                        .extracting(Proposing.Proposed::words)
                        .doesNotHaveDuplicates();
                assertThat(app.shown(Map.of()).view(view.id()).orElseThrow().measured())
                        .isEqualTo(view.measured()); // the first leaves it as it is
                for (Option option : options) {
                    App shown = app.shown(Map.of("k", option.id()));
                    List<Object> failures = new ArrayList<>();
                    new MemoryEngine(TABLE)
                            .answer(
                                    AppQuestions.of(
                                            shown, new PageRequest(Selection.NONE, null, Map.of(), Map.of(), true)),
                                    answered -> {
                                        if (answered.failure() != null) {
                                            failures.add(answered.failure());
                                        }
                                    },
                                    () -> false);
                    assertThat(failures).as(option.toString()).isEmpty();
                }
            }
        }
        assertThat(proposals).isPositive();
    }

    @Test
    void whatDoesNotHoldTogetherIsRefusedAtItsPlace() {
        List<Option> measures = List.of(Option.of("1", MEAN), Option.of("2", FARES));
        refused(app(choice(Choice.Kind.MEASURE, measures.subList(0, 1), "a")), "“Measure” needs 2 to 60 options");
        refused(app(choice(Choice.Kind.MEASURE, measures)), "followed by no view");
        refused(app(choice(Choice.Kind.MEASURE, measures, "gone")), "a view that is not there");
        refused(
                app(choice(
                        Choice.Kind.STEP, List.of(Option.of("1", TimeStep.DAY), Option.of("2", TimeStep.YEAR)), "a")),
                "it has no such part");
        refused(
                app(choice(Choice.Kind.MEASURE, List.of(Option.of("1", MEAN), Option.ofLargest("2", 3)), "a")),
                "does not say what it stands for");
        refused(
                app(choice(Choice.Kind.MEASURE, List.of(Option.of("1", MEAN), Option.of("1", FARES)), "a")),
                "have the same id");
        refused(
                app(choice(Choice.Kind.MEASURE, List.of(Option.of("1", MEAN), Option.ofNamed("2", "m9")), "a")),
                "uses a measure that is not there");
        refused(
                app(
                        choice(Choice.Kind.MEASURE, measures, "a"),
                        new Choice("l", "Other", Choice.Kind.MEASURE, measures, null, List.of("a"))),
                "follows two choices of the same part");
        refused(
                app(new Choice("k", "", Choice.Kind.MEASURE, measures, "9", List.of("a"))),
                "begins with an option that is not there");
        NamedMeasure again = new NamedMeasure("m2", "takings ", MEAN, null, null, null);
        refused(app().with(List.of(TAKINGS, again), List.of()), "Two measures are called “takings ”");
        NamedMeasure odd = new NamedMeasure(
                "m2", "Odd", MEAN, new ColumnFormat(ColumnFormat.Kind.NUMBER, null, 900, null), null, null);
        refused(app().with(List.of(TAKINGS, odd), List.of()), "“Odd”: Numbers are shown with 0 to 10 places");
        refused(new App(3, "t", "runs", List.of(), List.of()), "this server knows those up to 2");
    }

    private static void refused(App app, String why) {
        assertThatThrownBy(app::validate).isInstanceOf(UserException.class).hasMessageContaining(why);
    }

    @Test
    void aNamedMeasureIsFollowedByWhatUsesItWithItsNameAndFormat() {
        View named = ROUTES.withMeasure("m1", MEAN); // what it held before counts for nothing
        App app = new App(App.FORMAT, "t", "runs", List.of(), List.of(named)).with(List.of(TAKINGS), List.of());
        App shown = app.shown(Map.of());
        List<Answer> answers = new ArrayList<>();
        new MemoryEngine(TABLE)
                .answer(
                        AppQuestions.of(shown, new PageRequest(Selection.NONE, null, Map.of(), Map.of(), false)),
                        answered -> {
                            if (answered.id().equals("view:a")) {
                                answers.add(
                                        AnswerFormats.of(shown, shown.views().get(0), answered.answer()));
                            }
                        },
                        () -> false);
        Answer.MeasureValues values =
                ((Answer.Groups) answers.get(0)).measures().get(0);
        assertThat(values.values().stream().map(BigDecimal::toPlainString)).containsExactly("12.50", "12.50", "4.00");
        assertThat(values.format()).isEqualTo(TAKINGS.format());
        assertThat(said(app, "a", Map.of())).startsWith("Takings by Route");

        App renamed = app.with(List.of(new NamedMeasure("m1", "Revenue", MEAN, null, null, null)), List.of());
        renamed.validate();
        assertThat(said(renamed, "a", Map.of())).startsWith("Revenue by Route");
        assertThat(renamed.shown(Map.of()).views().get(0).measured()).isEqualTo(MEAN);
        refused(app.with(List.of(), List.of()), "uses a measure that is not there");
    }

    /** Each measure has the name and format of its own, never those of the first. */
    @Test
    void furtherMeasuresKeepTheirOwnNamesAndFormats() {
        View summary = new View("s", "", View.Kind.SUMMARY, FARES, ROUTES.by(), null, 0, List.of(), List.of(), PLACE)
                .withMeasure("m1", FARES)
                .besides(List.of(MEAN, new Measure(Aggregate.MAX, "delay")));
        NamedMeasure mean = new NamedMeasure(
                "m2", "Lateness", MEAN, new ColumnFormat(ColumnFormat.Kind.DURATION, "min"), null, null);
        App app = new App(App.FORMAT, "t", "runs", List.of(), List.of(summary)).with(List.of(TAKINGS, mean), List.of());
        assertThat(AppSentences.measures(summary, app, TABLE.schema()))
                .containsExactly("Takings", "Lateness", "Largest of Delay");
        List<ColumnFormat> formats = new ArrayList<>();
        new MemoryEngine(TABLE)
                .answer(
                        AppQuestions.of(app, new PageRequest(Selection.NONE, null, Map.of(), Map.of(), false)),
                        answered -> {
                            if (answered.id().equals("view:s")) {
                                ((Answer.Groups) AnswerFormats.of(app, summary, answered.answer()))
                                        .measures()
                                        .forEach(each -> formats.add(each.format()));
                            }
                        },
                        () -> false);
        assertThat(formats).containsExactly(TAKINGS.format(), mean.format(), null);
    }

    @Test
    void aViewOverTimeIsLookedAtInShorterPeriods() {
        App app = app();
        View days = app.shown(Map.of("step:b", "DAY")).view("b").orElseThrow();
        assertThat(days.by()).isEqualTo(new GroupBy("date", TimeStep.DAY));
        assertThat(said(app, "b", Map.of("step:b", "DAY"))).isEqualTo("Average of Delay by day, as bars.");
        assertThat(app.shown(Map.of("step:b", "MOON")).view("b").orElseThrow().by())
                .isEqualTo(MONTHS.by());
        assertThat(app.shown(Map.of("step:a", "DAY")).view("a").orElseThrow().by())
                .isEqualTo(ROUTES.by()); // routes are no periods
    }

    @Test
    void aDocumentOfTheFirstFormHasNoChoices() {
        App first = new App(
                1, "t", "runs", List.of(), List.of(ROUTES), null, null, null, null, null, null, null, null, null);
        first.validate();
        assertThat(first.format()).isEqualTo(App.FORMAT);
        assertThat(first.allChoices()).isEmpty();
        assertThat(first.shown(Map.of())).isSameAs(first);
    }
}
