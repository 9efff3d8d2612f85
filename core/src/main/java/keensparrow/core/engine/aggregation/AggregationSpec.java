package keensparrow.core.engine.aggregation;

import java.util.List;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.group.Grouping;

/** What an aggregation is of, whatever is shown of it: questions that differ in order, limits or totals share it. */
public record AggregationSpec(List<Grouping> by, List<Measure> measures) {
    public AggregationSpec {
        by = List.copyOf(by);
        measures = List.copyOf(measures);
    }

    /** Whether all of this can be put together from the cells of another. */
    public boolean isWithin(AggregationSpec finer) {
        return !equals(finer) && finer.by.containsAll(by) && finer.measures.containsAll(measures);
    }

    /** For each grouping its place in a finer shape. */
    public int[] axesIn(AggregationSpec finer) {
        return by.stream().mapToInt(finer.by::indexOf).toArray();
    }

    /** For each measure its place in a finer shape. */
    public int[] measuresIn(AggregationSpec finer) {
        return measures.stream().mapToInt(finer.measures::indexOf).toArray();
    }
}
