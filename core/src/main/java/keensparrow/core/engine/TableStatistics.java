package keensparrow.core.engine;

import java.time.LocalDate;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.TagsColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.table.Table;
import keensparrow.core.words.TextOrder;

/** What dictionaries tell. */
record TableStatistics(Table table) implements Statistics {
    @Override
    public int rowCount() {
        return table.rowCount();
    }

    @Override
    public boolean hasValue(String name, String value) {
        Column column = table.column(name);
        if (column instanceof TextColumn text) {
            return text.codeOf(value).isPresent();
        }
        return !(column instanceof TagsColumn tags) || tags.codeOf(value).isPresent();
    }

    @Override
    public Stream<String> values(String name) {
        Column column = table.column(name);
        if (column instanceof TextColumn text) {
            return IntStream.range(0, text.dictionarySize()).mapToObj(text::text);
        }
        return column instanceof TagsColumn tags
                ? IntStream.range(0, tags.dictionarySize()).mapToObj(tags::tag)
                : Stream.empty();
    }

    @Override
    public Optional<LocalDate> latest(String name) {
        return table.column(name) instanceof LongColumn times && times.type().isTime() && !times.isAllBlank()
                ? Optional.of(
                        times.type() == ColumnType.DATE
                                ? LocalDate.ofEpochDay(times.max())
                                : LongColumn.dateTime(times.max()).toLocalDate())
                : Optional.empty();
    }

    @Override
    public boolean hasTextBeginning(String name, String characters, Predicate<String> passes) {
        Column column = table.column(name);
        if (column instanceof TagsColumn tags) {
            for (int code = 0; code < tags.dictionarySize(); code++) {
                String tag = tags.tag(code);
                if (!tag.isEmpty() && characters.indexOf(tag.charAt(0)) >= 0 && passes.test(tag)) {
                    return true;
                }
            }
            return false;
        }
        return column instanceof TextColumn texts
                && characters.chars().anyMatch(start -> hasBeginning(texts, (char) start, passes));
    }

    private static boolean hasBeginning(TextColumn texts, char start, Predicate<String> passes) {
        for (int code = firstFrom(texts, String.valueOf(start)); code < texts.dictionarySize(); code++) {
            String text = texts.text(code);
            if (text.isEmpty() || text.charAt(0) != start) {
                return false;
            }
            if (passes.test(text)) {
                return true;
            }
        }
        return false;
    }

    private static int firstFrom(TextColumn texts, String text) {
        int low = 0;
        int high = texts.dictionarySize();
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (TextOrder.INSTANCE.compare(texts.text(middle), text) < 0) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low;
    }
}
