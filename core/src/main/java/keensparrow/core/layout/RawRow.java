package keensparrow.core.layout;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.infer.source.CellKind;

/**
 * One row of a sheet as it is.
 *
 * @param number in its sheet or file, from 1
 * @param texts of its cells from the first column on; empty where there is nothing
 * @param kinds as many
 */
public record RawRow(long number, List<String> texts, List<CellKind> kinds) {
    public RawRow {
        texts = List.copyOf(texts);
        kinds = List.copyOf(kinds);
    }

    /** Behind the last cell that holds something. */
    int width() {
        return texts.size();
    }

    String text(int column) {
        return column < texts.size() ? texts.get(column) : "";
    }

    CellKind kind(int column) {
        return column < kinds.size() ? kinds.get(column) : CellKind.TEXT;
    }

    boolean isFilled(int column) {
        return column < texts.size() && !texts.get(column).isEmpty();
    }

    int filled(int from, int to) {
        int filled = 0;
        for (int column = from; column < Math.min(to, texts.size()); column++) {
            filled += texts.get(column).isEmpty() ? 0 : 1;
        }
        return filled;
    }

    /** Collects the cells of a row. */
    static final class Builder {
        private final List<String> texts = new ArrayList<>();
        private final List<CellKind> kinds = new ArrayList<>();

        void add(CellKind kind, String text) {
            texts.add(text);
            kinds.add(kind);
        }

        RawRow end(long number) {
            int width = texts.size();
            while (width > 0 && texts.get(width - 1).isEmpty()) {
                width--;
            }
            RawRow row = new RawRow(number, texts.subList(0, width), kinds.subList(0, width));
            texts.clear();
            kinds.clear();
            return row;
        }
    }
}
