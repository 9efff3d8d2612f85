package keensparrow.core.app.choice;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewKind;
import keensparrow.core.app.view.ViewSettings;
import keensparrow.core.meaning.Coordinates;
import keensparrow.core.sentence.Slot;
import keensparrow.core.sentence.Wording;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** Something of how a view is drawn that its author writes: the line it is seen against, its text, where its groups lie. */
final class DrawingChoice<T> implements ChoiceKind {
    private static final int MAX_TEXT = 20_000;
    private static final int MAX_WORDS = 40;

    private final String label;
    private final ViewKind.Slot slot;
    private final Function<ViewSettings, @Nullable T> of;
    private final BiFunction<ViewSettings, @Nullable T, ViewSettings> with;
    private final boolean optional;
    private final BiFunction<@Nullable T, AppWords, String> words;
    private final BiFunction<View, Proposing, List<T>> others;
    private final @Nullable Slot written;

    /**
     * @param with a drawing with a value in place of its own
     * @param optional whether an option can be none
     * @param others what could be picked besides what a view has
     * @param written what says an option in its author's own words; null where all are proposed
     */
    private DrawingChoice(
            String label,
            ViewKind.Slot slot,
            Function<ViewSettings, @Nullable T> of,
            BiFunction<ViewSettings, @Nullable T, ViewSettings> with,
            boolean optional,
            BiFunction<@Nullable T, AppWords, String> words,
            BiFunction<View, Proposing, List<T>> others,
            @Nullable Slot written) {
        this.label = label;
        this.slot = slot;
        this.of = of;
        this.with = with;
        this.optional = optional;
        this.words = words;
        this.others = others;
        this.written = written;
    }

    static ChoiceKind reference() {
        return new DrawingChoice<>(
                Words.say("choice.line"),
                ViewKind.Slot.REFERENCE,
                ViewSettings::reference,
                ViewSettings::against,
                true,
                (line, names) -> line == null
                        ? Words.say("choice.noLine")
                        : line.label() == null || line.label().isBlank()
                                ? height(line)
                                : Words.say("choice.lineAt", "label", line.label(), "value", height(line)),
                (view, from) -> List.of(),
                new Slot(
                        "settings/reference",
                        Words.say("slot.lineOfOption"),
                        Slot.Type.REFERENCE,
                        List.of(),
                        List.of()));
    }

    private static String height(ViewSettings.Reference line) {
        return line.value() == null ? Words.say("choice.theAverage") : Wording.number(line.value());
    }

    static ChoiceKind text() {
        return new DrawingChoice<>(
                Words.say("choice.text"),
                ViewKind.Slot.TEXT,
                ViewSettings::text,
                (drawing, text) -> drawing.saying(text == null ? "" : text),
                false,
                (text, names) -> beginning(text == null ? "" : text),
                (view, from) -> List.of(Words.say("choice.anotherText")),
                new Slot("settings/text", Words.say("slot.textOfOption"), Slot.Type.PARAGRAPHS, List.of(), List.of()));
    }

    static ChoiceKind picture() {
        return new DrawingChoice<>(
                Words.say("choice.picture"),
                ViewKind.Slot.PICTURE,
                ViewSettings::picture,
                ViewSettings::picturing,
                false,
                (picture, names) -> picture == null
                        ? ""
                        : Stream.of(picture.caption(), picture.alternative(), Words.say("choice.picture"))
                                .filter(words -> words != null && !words.isBlank())
                                .findFirst()
                                .orElseThrow(),
                (view, from) -> Stream.ofNullable(view.drawing().picture())
                        .map(picture ->
                                new ViewSettings.Picture(picture.id(), null, Words.say("choice.anotherPicture")))
                        .toList(),
                new Slot(
                        "settings/picture",
                        Words.say("slot.pictureOfOption"),
                        Slot.Type.PICTURE,
                        List.of(),
                        List.of()));
    }

    static ChoiceKind coordinates() {
        return new DrawingChoice<>(
                Words.say("choice.coordinates"),
                ViewKind.Slot.COORDINATES,
                drawing -> drawing.latitude() == null || drawing.longitude() == null
                        ? null
                        : new Coordinates(drawing.latitude(), drawing.longitude()),
                (drawing, at) -> at == null ? drawing : drawing.lying(at.latitude(), at.longitude()),
                false,
                (at, names) -> at == null
                        ? ""
                        : Wording.all(List.of(
                                names.schema().label(at.latitude()),
                                names.schema().label(at.longitude()))),
                (view, from) -> Coordinates.all(from.words().schema()),
                null);
    }

    static ChoiceKind cells() {
        return new DrawingChoice<>(
                Words.say("choice.cells"),
                ViewKind.Slot.CELLS,
                ViewSettings::cells,
                ViewSettings::withCells,
                true,
                (cells, names) -> cells == null || cells.columns().isEmpty()
                        ? Words.say("choice.valuesAlone")
                        : Wording.all(Stream.of(
                                        inCells("choice.barsIn", cells.bars(), names),
                                        inCells("choice.colourIn", cells.shades(), names))
                                .filter(said -> !said.isEmpty())
                                .toList()),
                (view, from) -> {
                    List<String> numbers = view.columns().stream()
                            .filter(name -> from.words()
                                    .schema()
                                    .find(name)
                                    .map(column -> column.type().isNumber())
                                    .orElse(false))
                            .toList();
                    return numbers.isEmpty()
                            ? List.of()
                            : List.of(
                                    new ViewSettings.Cells(numbers, List.of()),
                                    new ViewSettings.Cells(List.of(), numbers));
                },
                null);
    }

    private static String inCells(String key, @Nullable List<String> columns, AppWords names) {
        return columns == null || columns.isEmpty()
                ? ""
                : Words.say(
                        key,
                        "columns",
                        Wording.all(columns.stream().map(names.schema()::label).toList()));
    }

    private static String beginning(String text) {
        String line = text.replaceAll("[#*_`]+", "").strip().lines().findFirst().orElse("");
        return line.length() <= MAX_WORDS ? line : line.substring(0, MAX_WORDS) + "…";
    }

    @Override
    public String label() {
        return label;
    }

    @Override
    public List<ViewKind.Slot> needs() {
        return List.of(slot);
    }

    @Override
    public @Nullable Slot written() {
        return written;
    }

    private @Nullable T value(Option option) {
        return option.settings() == null ? null : of.apply(option.settings());
    }

    @Override
    public boolean isWhole(Option option) {
        String text = option.settings() == null ? null : option.settings().text();
        return (optional || value(option) != null) && (text == null || text.length() <= MAX_TEXT);
    }

    @Override
    public String words(Option option, AppWords names) {
        return words.apply(value(option), names);
    }

    @Override
    public View apply(View view, Option option, List<NamedMeasure> measures) {
        return view.drawn(with.apply(view.drawing(), value(option)));
    }

    @Override
    public List<Option> proposals(View view, Proposing from) {
        T own = of.apply(view.drawing());
        List<T> all = new ArrayList<>();
        if (own != null) {
            all.add(own);
        }
        others.apply(view, from).stream()
                .filter(other -> !Objects.equals(other, own))
                .forEach(all::add);
        List<Option> options = new ArrayList<>(IntStream.range(0, all.size())
                .mapToObj(i -> Option.of(Proposing.id(i), with.apply(ViewSettings.USUAL, all.get(i))))
                .toList());
        if (optional && !all.isEmpty()) {
            options.add(Option.of(Proposing.id(all.size()), ViewSettings.USUAL));
        }
        return options;
    }
}
