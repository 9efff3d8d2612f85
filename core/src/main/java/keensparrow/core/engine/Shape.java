package keensparrow.core.engine;

import java.util.List;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.group.Grouping;

/** What a tally is of, whatever is shown of it: questions that differ in order, limits or totals share it. */
record Shape(List<Grouping> by, List<Measure> measures) {
    Shape {
        by = List.copyOf(by);
        measures = List.copyOf(measures);
    }
}
