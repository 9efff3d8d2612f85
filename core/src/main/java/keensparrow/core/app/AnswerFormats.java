package keensparrow.core.app;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.aggregate.Derived;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.app.view.View;
import keensparrow.core.question.Answer;
import keensparrow.core.table.ColumnFormat;
import org.jspecify.annotations.Nullable;

/** Answers with the formats that an app gives its measures. */
public final class AnswerFormats {
    private AnswerFormats() {}

    /** The answer to a view's question; formats of measures that have a name stand in place of their columns'. */
    public static Answer of(App app, View view, Answer answer) {
        if (!(answer instanceof Answer.Groups groups) || app.named().isEmpty()) {
            return answer;
        }
        List<Measure> measures = view.kind().definition().measures(view);
        List<Answer.MeasureValues> dressed = new ArrayList<>();
        for (int m = 0; m < groups.measures().size(); m++) {
            Answer.MeasureValues values = groups.measures().get(m);
            if (m >= measures.size()) { // what stands behind the totals of a table
                dressed.add(values);
                continue;
            }
            Measure measure = measures.get(m);
            ColumnFormat own = (m == 0 ? app.named(view.measureId()) : app.namedLike(measure))
                    .map(NamedMeasure::format)
                    .filter(format -> keepsItsUnit(measure.derived()))
                    .orElse(values.format());
            dressed.add(new Answer.MeasureValues(values.type(), own, values.values(), values.error(), values.totals()));
        }
        return new Answer.Groups(
                groups.rowCount(),
                groups.time(),
                groups.axis(),
                groups.splits(),
                groups.panels(),
                dressed,
                groups.counts());
    }

    private static boolean keepsItsUnit(@Nullable Derived derived) {
        return derived == null || (!derived.isShare() && derived != Derived.RANK);
    }
}
