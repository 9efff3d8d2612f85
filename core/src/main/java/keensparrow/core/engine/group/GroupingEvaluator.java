package keensparrow.core.engine.group;

import keensparrow.core.expression.Expressions;
import keensparrow.core.group.ByBins;
import keensparrow.core.group.ByExpression;
import keensparrow.core.group.ByPart;
import keensparrow.core.group.ByTime;
import keensparrow.core.group.ByValue;
import keensparrow.core.group.Grouping;
import keensparrow.core.group.GroupingVisitor;
import keensparrow.core.table.Table;

/** The groups of a table under a grouping. */
public final class GroupingEvaluator implements GroupingVisitor<GroupKeys> {
    private final Table table;

    private GroupingEvaluator(Table table) {
        this.table = table;
    }

    /**
     * Cost O(distinct values).
     *
     * @throws keensparrow.core.error.UserException COLUMN_NOT_FOUND, TYPE_MISMATCH, TOO_MANY_GROUPS
     */
    public static GroupKeys keys(Grouping grouping, Table table) {
        return grouping.accept(new GroupingEvaluator(table));
    }

    @Override
    public GroupKeys byValue(ByValue grouping) {
        GroupKeys keys =
                ValueKeys.of(table.column(grouping.column()), table.schema().label(grouping.column()));
        return OrderedKeys.of(keys, table.schema().get(grouping.column()).order());
    }

    @Override
    public GroupKeys byTime(ByTime grouping) {
        return TimeKeys.of(grouping, table);
    }

    @Override
    public GroupKeys byPart(ByPart grouping) {
        return TimeKeys.ofPart(grouping, table);
    }

    @Override
    public GroupKeys byBins(ByBins grouping) {
        return BinKeys.of(grouping, table);
    }

    @Override
    public GroupKeys byExpression(ByExpression grouping) {
        return ValueKeys.of(Expressions.compute(grouping.expression(), table), grouping.expression());
    }
}
