package keensparrow.core.engine;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;
import keensparrow.core.column.Bits;
import keensparrow.core.engine.aggregation.AggregationSpec;
import keensparrow.core.engine.aggregation.GroupedAggregation;
import keensparrow.core.engine.cache.CacheKey;
import keensparrow.core.engine.cache.FilterDelta;
import keensparrow.core.engine.filter.FilterEvaluator;
import keensparrow.core.engine.rows.TopN;
import keensparrow.core.engine.scan.FilterMask;
import keensparrow.core.engine.scan.Masks;
import keensparrow.core.engine.scan.PartialResult;
import keensparrow.core.engine.scan.Scan;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.Filter;
import keensparrow.core.parallel.Cancellation;
import keensparrow.core.parallel.ParallelRunner;
import keensparrow.core.question.QuestionSet;
import keensparrow.core.rows.RowSet;
import keensparrow.core.words.Text;
import org.jspecify.annotations.Nullable;

/**
 * One question set on its way: what has to be counted, once for all who need it, and the passes that count it. Where
 * only one filter changed since a set before, its counts are taken and only the rows let in or out are looked at.
 */
final class QuestionSetRun {
    private static final int MAX_CONDITIONS = 60;
    private static final int MANY_WORDS = 1 << 12; // beyond, a share of them is enough to decide
    private static final int ONE_BLOCK_IN = 8;
    /** Rows; of fewer, all answers are there in a few milliseconds, and a pass for the first of them would be a tenth more. */
    private static final int ONE_PASS = 1 << 21;

    private final EngineState state;
    private final BooleanSupplier cancelled;
    private final Map<String, Filter> byId = new LinkedHashMap<>();
    private final Map<Set<String>, Set<Filter>> filters = new HashMap<>(); // by what is left out
    private final Set<Filter> inForce;
    private final Set<Filter> fitting = new HashSet<>();
    private final Map<CacheKey, PartialResult> ready = new HashMap<>();
    private final Map<CacheKey, Need> missing = new LinkedHashMap<>();
    private final Map<FilterDelta, Boolean> small = new HashMap<>();
    private @Nullable Set<Filter> usable; // known once all questions have said what they need
    private long counterBytes; // of all questions together
    private boolean looked; // for first rows among the foremost of the table

    private record Need(PartialResult empty, boolean first) {}

    QuestionSetRun(EngineState state, QuestionSet questions, BooleanSupplier cancelled) {
        this.state = state;
        this.cancelled = cancelled;
        questions.conditions().forEach(condition -> byId.put(condition.id(), condition.filter()));
        this.inForce = new LinkedHashSet<>(byId.values());
        if (inForce.size() > MAX_CONDITIONS) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST,
                    Text.of("engine.atMostFiltersAndMarks", "maxConditions", MAX_CONDITIONS));
        }
    }

    /** The filters that narrow a question. */
    Set<Filter> filters(Set<String> without) {
        return filters.computeIfAbsent(without, ids -> {
            Set<Filter> left = new HashSet<>();
            byId.forEach((id, filter) -> {
                if (!ids.contains(id)) {
                    left.add(filter);
                }
            });
            return left;
        });
    }

    /** Fails when one of the filters does not fit the table; each is looked at once. */
    void requireFit(Set<Filter> filters) {
        for (Filter filter : filters) {
            if (!fitting.contains(filter)) {
                FilterEvaluator.check(filter, state.table());
                fitting.add(filter);
            }
        }
    }

    /**
     * @param empty makes the part to begin with, when it is not known already
     * @param first whether it is for a headline figure, which people read first
     */
    void need(CacheKey key, Supplier<PartialResult> empty, boolean first) {
        requireFit(key.filters());
        Need before = missing.get(key);
        if (before != null) {
            missing.put(key, new Need(before.empty(), before.first() || first));
            return;
        }
        PartialResult known = state.parts().find(key);
        if (known != null) {
            ready.put(key, known);
        } else {
            missing.put(key, new Need(empty.get(), first));
        }
    }

    /** Before counters are made. @throws UserException TOO_MUCH_ASKED when those of all questions would take too much memory */
    void reserve(long cells, int measures) {
        counterBytes = QueryCost.requireFits(cells, measures, state.table().rowCount(), counterBytes);
    }

    boolean has(CacheKey key) {
        return ready.containsKey(key);
    }

    PartialResult part(@Nullable CacheKey key) {
        return Objects.requireNonNull(ready.get(Objects.requireNonNull(key)));
    }

    /** Counts some of what is missing; whether nothing is missing afterwards. */
    boolean run(int stage) {
        boolean split = stage == 0
                && state.table().rowCount() > ONE_PASS
                && missing.values().stream().anyMatch(Need::first)
                && !missing.values().stream().allMatch(Need::first);
        onlyChanged(split);
        full(split);
        if (!split) {
            foremost();
            full(false);
        }
        return !split;
    }

    /** What is to be counted now. First rows wait for the rows of all filters, which passes fill, and are then looked up. */
    private List<CacheKey> wanted(boolean firstOnly) {
        return missing.keySet().stream()
                .filter(key -> firstOnly
                        ? Objects.requireNonNull(missing.get(key)).first()
                        : looked || !(key.what() instanceof TopN.Spec))
                .toList();
    }

    /** First rows out of the foremost of the table; where too few of those pass, they stay missing. */
    private void foremost() {
        looked = true;
        for (CacheKey key : List.copyOf(missing.keySet())) {
            if (key.what() instanceof TopN.Spec first) {
                List<long[]> passed = key.filters().stream()
                        .map(filter -> rows(filter).words())
                        .toList();
                TopN top =
                        state.prefixes(first.sorting(), cancelled).first(first.count(), passed, count(key.filters()));
                if (top != null) {
                    done(key, top);
                }
            }
        }
    }

    /** How many rows pass, where something was counted under the same filters; else −1. */
    private int count(Set<Filter> filters) {
        return ready.entrySet().stream()
                .filter(each -> each.getKey().filters().equals(filters))
                .map(Map.Entry::getValue)
                .filter(part -> part instanceof GroupedAggregation aggregation && aggregation.isWhole())
                .findFirst()
                .map(part -> ((GroupedAggregation) part).rowCount())
                .orElse(-1);
    }

    /** The filters in force that fit the table; no question that is counted has one of the others. */
    private Set<Filter> usable() {
        Set<Filter> known = usable;
        if (known == null) {
            known = new LinkedHashSet<>(inForce);
            known.retainAll(fitting);
            usable = known;
        }
        return known;
    }

    void end() {
        state.recent().add(usable());
    }

    private void done(CacheKey key, PartialResult part) {
        missing.remove(key);
        if (part instanceof GroupedAggregation aggregation) {
            aggregation.finish(state.runner());
        }
        ready.put(key, part);
        state.parts().put(key, part);
    }

    private void full(boolean firstOnly) {
        List<CacheKey> wanted = wanted(firstOnly);
        if (wanted.isEmpty()) {
            return;
        }
        // filters that only single questions have, such as the text looked for in a table, come after the others
        Set<Filter> filters = new LinkedHashSet<>(usable());
        wanted.forEach(key -> filters.addAll(key.filters()));
        List<FilterMask> conditions = conditions(filters);
        Scan pass = new Scan(state.batches(), state.table().rowCount(), conditions, usable().size());
        Map<CacheKey, CacheKey> finer = finer(wanted);
        List<CacheKey> walked =
                wanted.stream().filter(key -> !finer.containsKey(key)).toList();
        for (CacheKey key : walked) {
            pass.add(Objects.requireNonNull(missing.get(key)).empty(), bits(conditions, key.filters()));
        }
        List<PartialResult> results = pass.run(state.runner(), cancelled);
        keep(conditions);
        for (int i = 0; i < results.size(); i++) {
            done(walked.get(i), results.get(i));
        }
        finer.forEach((key, source) -> {
            GroupedAggregation aggregation = (GroupedAggregation)
                    Objects.requireNonNull(missing.get(key)).empty();
            AggregationSpec shape = (AggregationSpec) key.what();
            AggregationSpec of = (AggregationSpec) source.what();
            aggregation.fill((GroupedAggregation) part(source), shape.axesIn(of), shape.measuresIn(of));
            done(key, aggregation);
        });
    }

    /** For what can be put together from the cells of another count under the same filters, the finest such count. */
    private Map<CacheKey, CacheKey> finer(List<CacheKey> wanted) {
        Map<CacheKey, CacheKey> finer = new LinkedHashMap<>();
        for (CacheKey coarse : wanted) {
            wanted.stream()
                    .filter(fine -> isWithin(coarse, fine))
                    .filter(fine -> wanted.stream().noneMatch(other -> isWithin(fine, other)))
                    .findFirst()
                    .ifPresent(fine -> finer.put(coarse, fine));
        }
        return finer;
    }

    private boolean isWithin(CacheKey coarse, CacheKey fine) {
        return coarse.what() instanceof AggregationSpec shape
                && fine.what() instanceof AggregationSpec other
                && coarse.filters().equals(fine.filters())
                && shape.isWithin(other)
                && Objects.requireNonNull(missing.get(coarse)).empty() instanceof GroupedAggregation into
                && Objects.requireNonNull(missing.get(fine)).empty() instanceof GroupedAggregation from
                && into.canFill(from, shape.measuresIn(other));
    }

    private List<FilterMask> conditions(Set<Filter> filters) {
        List<FilterMask> conditions = new ArrayList<>();
        for (Filter filter : filters) {
            RowSet known = state.filterRows().find(filter);
            conditions.add(
                    known != null
                            ? new FilterMask(filter, known)
                            : new FilterMask(
                                    filter, state.test(filter), state.table().rowCount()));
        }
        return conditions;
    }

    private static long bits(List<FilterMask> conditions, Set<Filter> filters) {
        long bits = 0;
        for (int c = 0; c < conditions.size(); c++) {
            bits |= filters.contains(conditions.get(c).filter()) ? 1L << c : 0;
        }
        return bits;
    }

    private void keep(List<FilterMask> conditions) {
        for (FilterMask condition : conditions) {
            if (!condition.isFilled()) {
                state.filterRows().put(condition.filter(), condition.filled());
            }
        }
    }

    private void onlyChanged(boolean firstOnly) {
        List<CacheKey> wanted = wanted(firstOnly);
        for (Set<Filter> before : state.recent().newestFirst()) {
            FilterDelta change = FilterDelta.between(before, usable());
            if (change == null || wanted.isEmpty()) {
                continue;
            }
            Map<CacheKey, PartialResult> starts = starts(change, wanted);
            if (starts.size() * 2 > wanted.size() && small.computeIfAbsent(change, this::isSmall)) {
                run(change, starts);
                return;
            }
        }
    }

    /** For what is missing, what there was before; only where rows can be taken out again. */
    private Map<CacheKey, PartialResult> starts(FilterDelta change, List<CacheKey> wanted) {
        Map<CacheKey, PartialResult> starts = new LinkedHashMap<>();
        for (CacheKey key : wanted) {
            boolean touched = change.come() == null || key.filters().contains(change.come());
            PartialResult known = touched && usable().containsAll(key.filters())
                    ? state.parts().find(change.before(key))
                    : null;
            if (known != null && known.isReversible()) {
                starts.put(key, known);
            }
        }
        return starts;
    }

    /** Whether far fewer rows go and come than would have to be counted anew. */
    private boolean isSmall(FilterDelta change) {
        long[] gone = words(change.gone());
        long[] come = words(change.come());
        if (change.gone() != null && gone == null) {
            return false; // its rows were forgotten: filling them again would cost as much
        }
        List<long[]> others = new ArrayList<>();
        for (Filter filter : usable()) {
            if (!filter.equals(change.come())) {
                RowSet rows = state.filterRows().find(filter);
                if (rows == null) {
                    return false;
                }
                others.add(rows.words());
            }
        }
        long changed = 0;
        long passing = 0;
        int words = Bits.words(state.table().rowCount());
        int skipped = words > MANY_WORDS ? (ONE_BLOCK_IN - 1) * Masks.WORDS : 0;
        for (int w = 0; w < words; w += (w & Masks.WORDS - 1) == Masks.WORDS - 1 ? skipped + 1 : 1) {
            long before = gone == null ? -1L : gone[w];
            long now = come == null ? -1L : come[w];
            long rest = -1L;
            for (long[] other : others) {
                rest &= other[w];
            }
            changed += Long.bitCount((before ^ now) & rest);
            passing += Long.bitCount(now & rest);
        }
        return changed * 2 < passing;
    }

    private long @Nullable [] words(@Nullable Filter filter) {
        if (filter == null) {
            return null;
        }
        RowSet known =
                inForce.contains(filter) ? rows(filter) : state.filterRows().find(filter);
        return known == null ? null : known.words();
    }

    private RowSet rows(Filter filter) {
        RowSet known = state.filterRows().find(filter);
        return known != null ? known : fill(filter);
    }

    private RowSet fill(Filter filter) {
        int words = Bits.words(state.table().rowCount());
        FilterMask condition =
                new FilterMask(filter, state.test(filter), state.table().rowCount());
        state.runner().run((words + ParallelRunner.PIECE - 1) / ParallelRunner.PIECE, (worker, piece) -> {
            Cancellation.stopIf(cancelled);
            condition.fill(piece * ParallelRunner.PIECE, Math.min(words, (piece + 1) * ParallelRunner.PIECE));
        });
        RowSet rows = condition.filled();
        state.filterRows().put(filter, rows);
        return rows;
    }

    private void run(FilterDelta change, Map<CacheKey, PartialResult> starts) {
        Set<Filter> filters = new LinkedHashSet<>(usable());
        filters.remove(change.come());
        List<FilterMask> conditions = conditions(filters);
        Scan pass = new Scan(state.batches(), state.table().rowCount(), conditions, conditions.size())
                .onlyChanged(new Scan.Delta(words(change.gone()), words(change.come())));
        starts.forEach((key, before) -> {
            PartialResult start = Objects.requireNonNull(missing.get(key)).empty();
            start.merge(before);
            pass.add(start, bits(conditions, key.filters()));
        });
        Iterator<PartialResult> results = pass.run(state.runner(), cancelled).iterator();
        keep(conditions);
        for (CacheKey key : starts.keySet()) {
            done(key, results.next());
        }
    }
}
