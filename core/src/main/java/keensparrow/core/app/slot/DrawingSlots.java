package keensparrow.core.app.slot;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;
import java.util.stream.Stream;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewSettings;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Words;

/** How a view is drawn, where its kind leaves a choice: what stands in the field {@code settings}. */
record DrawingSlots(View view, Schema schema) {
    List<Slot> arrangement() {
        if (view.split() == null) {
            return List.of();
        }
        List<Slot.Option> options = Stream.of(ViewSettings.Arrangement.values())
                .map(each -> Slot.Option.setting(
                        each.name(),
                        each.label(),
                        "settings/arrange",
                        each == ViewSettings.Arrangement.STACKED
                                        && view.drawing().arrange() == null
                                ? null
                                : each))
                .toList();
        return List.of(Slot.pick("settings/arrange", Words.say("slot.howPartsStand"), options)
                .after(","));
    }

    private static Slot.Option yesOrNo(String path, boolean yes, String words) {
        return Slot.Option.setting(String.valueOf(yes), Words.say(words), path, yes);
    }

    List<Slot> upright() {
        String path = "settings/upright";
        return List.of(Slot.pick(
                        path,
                        Words.say("slot.directionOfBars"),
                        List.of(yesOrNo(path, false, "slot.lying"), yesOrNo(path, true, "slot.upright")))
                .after(","));
    }

    List<Slot> area() {
        String path = "settings/area";
        return List.of(Slot.pick(
                        path,
                        Words.say("slot.underTheLines"),
                        List.of(yesOrNo(path, false, "slot.linesAlone"), yesOrNo(path, true, "slot.filledBelow")))
                .after(","));
    }

    List<Slot> comparison() {
        String path = "settings/compare";
        List<Slot.Option> options = new ArrayList<>();
        options.add(Slot.Option.setting("", Words.say("slot.nothing"), path, null));
        Stream.of(ViewSettings.Comparison.values())
                .filter(each -> each == ViewSettings.Comparison.ALL || view.by() != null)
                .forEach(each -> options.add(Slot.Option.setting(
                        each.name(),
                        each == ViewSettings.Comparison.ALL ? Words.say("slot.allRowsWhatever") : each.label(),
                        path,
                        each)));
        boolean latest = view.by() != null && view.drawing().compare() != ViewSettings.Comparison.ALL;
        return List.of(Slot.pick(path, Words.say("slot.comparedWith"), options)
                .after(Words.say(latest ? "slot.andTheLatestComparedWith" : "slot.andComparedWith")));
    }

    List<Slot> coordinates() {
        return List.of(
                degrees("settings/latitude", Words.say("slot.latitude")).after(Words.say("slot.at")),
                degrees("settings/longitude", Words.say("slot.longitude")).after(Words.say("slot.and")));
    }

    private Slot degrees(String path, String name) {
        return Slot.pick(
                path,
                name,
                columns(column -> column.type().isNumber()).stream()
                        .map(column -> Slot.Option.setting(column.name(), column.label(), path, column.name()))
                        .toList());
    }

    /** Bars, then colours, in cells of numbers that are shown. */
    List<Slot> cells() {
        return List.of(
                inCells("settings/cells/bars", "slot.barsIn", "slot.withBarsIn", "slot.plusBars"),
                inCells("settings/cells/shades", "slot.colourIn", "slot.withColourIn", "slot.plusColour"));
    }

    private Slot inCells(String path, String name, String before, String opens) {
        List<Slot.Option> options =
                columns(column -> column.type().isNumber() && view.columns().contains(column.name())).stream()
                        .map(column -> Slot.Option.setting(column.name(), column.label(), path, column.name()))
                        .toList();
        return new Slot(path, Words.say(name), Slot.Type.PICKS_OR_NONE, options, List.of())
                .after(Words.say(before))
                .opened(Words.say(opens));
    }

    List<Slot> reference() {
        return List.of(new Slot("settings/reference", Words.say("slot.line"), Slot.Type.REFERENCE, List.of(), List.of())
                .after(Words.say("slot.withALineAt"))
                .opened(Words.say("slot.plusLine")));
    }

    List<Slot> picture() {
        return List.of(new Slot("settings/picture", Words.say("slot.picture"), Slot.Type.PICTURE, List.of(), List.of())
                .after(Words.say("slot.thePicture")));
    }

    List<Slot> text() {
        return List.of(new Slot("settings/text", Words.say("slot.text"), Slot.Type.PARAGRAPHS, List.of(), List.of())
                .after(Words.say("slot.aText")));
    }

    private List<ColumnInfo> columns(Predicate<ColumnInfo> wanted) {
        return schema.columns().stream().filter(wanted).toList();
    }
}
