package keensparrow.core.app.filter;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import keensparrow.core.column.ColumnType;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.words.Words;

/** Values are picked from a list. */
class ByValues implements FilterKind {
    private static final int MAX_VALUES = 2000;
    private static final int VALUES_SHOWN = 100;
    private static final int MAX_WHOLE = 10_000;

    @Override
    public String words() {
        return Words.say("filters.values");
    }

    @Override
    public boolean fits(ColumnInfo column) {
        return column.type().isCoded() || column.type().isNumber();
    }

    @Override
    public boolean suits(ColumnInfo column, int distinct) {
        return column.type().isNumber()
                ? column.role() == Role.CATEGORY
                : column.type() != ColumnType.TEXT || distinct <= MAX_VALUES;
    }

    @Override
    public List<Slot> slots() {
        return List.of(
                Slot.option(
                        "order",
                        Words.say("filters.orderOfValues"),
                        List.of(
                                new Slot.Option(FilterSpec.Order.FREQUENT.name(), Words.say("filters.byRows")),
                                new Slot.Option(FilterSpec.Order.LABEL.name(), Words.say("filters.byName")),
                                new Slot.Option(
                                        FilterSpec.Order.LAST_LABEL.name(), Words.say("filters.byNameBackwards")))),
                Slot.values("values", Words.say("filters.firstOfAll")),
                Slot.yesNo("open", Words.say("filters.allInSight")));
    }

    @Override
    public Question counts(FilterSpec spec, Listing listing) {
        return of(spec.column(), spec, listing);
    }

    /** How many rows have each value of a column. */
    static Question of(String column, FilterSpec spec, Listing listing) {
        List<String> always = new ArrayList<>(listing.picked());
        always.addAll(spec.firstValues());
        return new Question.ValueCounts(
                column,
                listing.find(),
                listing.whole() ? MAX_WHOLE : VALUES_SHOWN,
                always,
                spec.order() == FilterSpec.Order.LABEL
                        ? Question.ValueOrder.LABEL
                        : spec.order() == FilterSpec.Order.LAST_LABEL
                                ? Question.ValueOrder.LAST_LABEL
                                : Question.ValueOrder.FREQUENT);
    }

    @Override
    public Answer shown(FilterSpec spec, Answer answer) {
        List<String> first = spec.firstValues();
        if (first.isEmpty() || !(answer instanceof Answer.ValueCounts counts)) {
            return answer;
        }
        List<Answer.ValueCount> values = new ArrayList<>(counts.values());
        values.sort(Comparator.comparingInt((Answer.ValueCount value) -> {
            int at = first.indexOf(value.value());
            return at < 0 ? first.size() : at;
        }));
        return new Answer.ValueCounts(values, counts.distinct(), counts.blanks());
    }
}
