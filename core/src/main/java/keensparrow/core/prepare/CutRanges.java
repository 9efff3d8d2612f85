package keensparrow.core.prepare;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.TextBuilder;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Formats;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;

/**
 * Adds a column that puts numbers into ranges: below the first limit, from one up to below the next, the last and more.
 *
 * @param limits numbers that rise, parted by semicolons or spaces
 */
public record CutRanges(String column, String label, String limits) implements Step {
    private static final int MAX_LIMITS = 50;

    static final StepKind KIND = new StepKind(
            "cutRanges",
            CutRanges.class,
            Words.say("prepare.cutRanges"),
            List.of(
                    Slot.column("column", Words.say("prepare.column"), ColumnType.WHOLE, ColumnType.DECIMAL),
                    Slot.text("limits", Words.say("prepare.limits")),
                    Slot.text("label", Words.say("prepare.nameOfNew"))));

    @Override
    public Table apply(Table before) {
        Column values = before.column(column);
        if (!values.type().isNumber()) {
            throw new UserException(
                    ErrorCode.STEP_DOES_NOT_FIT,
                    Text.of(
                            "prepare.onlyNumbers",
                            "column",
                            UserException.quote(before.schema().label(column)),
                            "type",
                            values.type().label()));
        }
        List<BigDecimal> edges = edges();
        List<String> names = names(edges);
        TextBuilder made = new TextBuilder();
        for (int row = 0; row < before.rowCount(); row++) {
            String plain = values.plain(row);
            made.add(plain == null ? null : names.get(place(new BigDecimal(plain), edges)));
        }
        String name = TextCells.newName(label, before.schema());
        return before.with(
                new ColumnInfo(name, label.strip(), ColumnType.TEXT, Role.CATEGORY)
                        .keeping(before.schema().get(column)),
                made.build());
    }

    private static int place(BigDecimal value, List<BigDecimal> edges) {
        int place = 0;
        while (place < edges.size() && value.compareTo(edges.get(place)) >= 0) {
            place++;
        }
        return place;
    }

    private List<BigDecimal> edges() {
        List<BigDecimal> edges = new ArrayList<>();
        for (String written : limits.strip().split("[;\\s]+")) {
            try {
                BigDecimal edge = new BigDecimal(written);
                if (!edges.isEmpty() && edge.compareTo(edges.get(edges.size() - 1)) <= 0) {
                    throw misfit(written);
                }
                edges.add(edge);
            } catch (NumberFormatException e) {
                throw misfit(written);
            }
        }
        if (edges.size() > MAX_LIMITS) {
            throw misfit(limits);
        }
        return edges;
    }

    private static UserException misfit(String written) {
        return new UserException(
                ErrorCode.STEP_DOES_NOT_FIT, Text.of("prepare.limitsRise", "written", UserException.quote(written)));
    }

    /** With a number in front where there are many, so that they sort as they lie. */
    private static List<String> names(List<BigDecimal> edges) {
        List<String> names = new ArrayList<>();
        names.add(Words.say("prepare.belowLimit", "limit", Formats.OWN.number(edges.get(0))));
        for (int i = 1; i < edges.size(); i++) {
            names.add(Words.say(
                    "prepare.betweenLimits",
                    "from",
                    Formats.OWN.number(edges.get(i - 1)),
                    "to",
                    Formats.OWN.number(edges.get(i))));
        }
        names.add(Words.say("prepare.aboveLimit", "limit", Formats.OWN.number(edges.get(edges.size() - 1))));
        List<String> numbered = new ArrayList<>();
        for (int i = 0; i < names.size(); i++) {
            numbered.add((names.size() > 9 && i < 9 ? "0" : "") + (i + 1) + ": " + names.get(i));
        }
        return numbered;
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.of(
                "prepare.cutRangesSentence",
                Sentence.control("column", before.label(column)),
                Sentence.control("label", label),
                Sentence.control("limits", limits));
    }
}
