package keensparrow.core.app;

import keensparrow.core.aggregate.Derived;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.app.view.View;
import keensparrow.core.question.Answer;
import keensparrow.core.table.ColumnFormat;
import org.jspecify.annotations.Nullable;

/** Answers with the formats that an app gives its measures. */
public final class AnswerFormats {
    private AnswerFormats() {}

    /** The answer to a view's question; the format of its named measure stands in place of the column's. */
    public static Answer of(App app, View view, Answer answer) {
        ColumnFormat format = app.named(view.measureId())
                .map(NamedMeasure::format)
                .filter(own -> keepsItsUnit(view.measured().derived()))
                .orElse(null);
        if (format == null || !(answer instanceof Answer.Groups groups)) {
            return answer;
        }
        return new Answer.Groups(
                groups.rowCount(),
                groups.time(),
                groups.axis(),
                groups.splits(),
                groups.panels(),
                groups.measures().stream()
                        .map(values -> new Answer.MeasureValues(
                                values.type(), format, values.values(), values.error(), values.totals()))
                        .toList());
    }

    private static boolean keepsItsUnit(@Nullable Derived derived) {
        return derived == null || (!derived.isShare() && derived != Derived.RANK);
    }
}
