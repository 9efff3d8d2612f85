package keensparrow.formats.csv;

import keensparrow.core.column.TextColumn;
import org.jspecify.annotations.Nullable;

/** Texts: as they are written in a file where they are few enough to be kept so, else copied as the bytes that they are. */
final class CsvTexts implements CsvColumn {
    private static final int MAX_KEPT = 1 << 16; // texts
    private static final int MAX_KEPT_BYTES = 1 << 21;

    private final TextColumn texts;
    private final CsvCells cells;
    private final byte[] @Nullable [] kept; // by code
    private int keptBytes;

    CsvTexts(TextColumn texts, CsvCells cells) {
        this.texts = texts;
        this.cells = cells;
        this.kept = new byte[texts.dictionarySize() > MAX_KEPT ? 0 : texts.dictionarySize()][];
    }

    @Override
    public void put(int row, CsvLines lines) {
        if (texts.isBlank(row)) {
            return;
        }
        int code = texts.codes().code(row);
        if (kept.length == 0) {
            if (!cells.putUtf8(texts, code, lines)) {
                lines.put(cells.bytes(texts.text(code)));
            }
            return;
        }
        byte[] cell = kept[code];
        if (cell == null) {
            cell = cells.bytes(texts.text(code));
            if (keptBytes + cell.length <= MAX_KEPT_BYTES) {
                kept[code] = cell;
                keptBytes += cell.length;
            }
        }
        lines.put(cell);
    }
}
