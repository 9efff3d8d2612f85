package keensparrow.core.app.filter;

import java.time.LocalDate;
import java.util.List;
import keensparrow.core.column.ColumnType;
import keensparrow.core.filter.DateRange;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.RelativePeriod;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Words;

/** A span of dates, or a period told by its name, which ends with the latest date there is or today. */
final class ByDates extends BySpan {
    ByDates() {
        super(ColumnType::isTime);
    }

    @Override
    public List<Slot> slots() {
        return List.of(Slot.yesNo("fromToday", Words.say("filters.periodsEndToday")));
    }

    @Override
    public Filter on(LocalDate today, FilterSpec spec, Filter picked) {
        if (!spec.isFromToday() || !(picked instanceof RelativePeriod period)) {
            return picked;
        }
        LocalDate[] days = period.name().days(today);
        return new DateRange(period.column(), days[0], days[1], period.blanks());
    }

    @Override
    public String phrase(FilterSpec spec, Filter picked, Schema schema) {
        String phrase = super.phrase(spec, picked, schema);
        return spec.isFromToday() && picked instanceof RelativePeriod
                ? Words.say("filters.countedFromToday", "phrase", phrase)
                : phrase;
    }
}
