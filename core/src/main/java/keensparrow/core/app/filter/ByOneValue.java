package keensparrow.core.app.filter;

import keensparrow.core.filter.Filter;
import keensparrow.core.filter.OneOf;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.words.Words;

/** One value is picked, or any. */
final class ByOneValue extends ByValues {
    @Override
    public String words() {
        return Words.say("filters.oneValue");
    }

    @Override
    public boolean suits(ColumnInfo column, int distinct) {
        return false; // by the author's wish alone
    }

    @Override
    public boolean takes(FilterSpec spec, Filter picked) {
        return picked instanceof OneOf one && one.values().size() + (one.blank() ? 1 : 0) == 1 && !one.exclude();
    }
}
