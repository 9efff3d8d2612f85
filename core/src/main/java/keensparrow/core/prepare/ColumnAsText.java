package keensparrow.core.prepare;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.TextColumn;
import keensparrow.core.column.WrittenTexts;
import keensparrow.core.infer.guess.TypeOverride;
import keensparrow.core.infer.load.LoadedTable;
import keensparrow.core.infer.load.TableLoader;
import keensparrow.core.infer.source.LoadWatch;
import keensparrow.core.infer.source.RowSource;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Table;
import org.jspecify.annotations.Nullable;

/** The values of a column as if they stood in a file, to be read as the loader reads files. */
record ColumnAsText(String name, Column column) implements RowSource {
    private static final String NAME = "value"; // of the column after its reading
    private static final int SAMPLE = 20_000; // rows that tell what a column is used for

    /** What came of it: the column, and how it is called, typed and shown. */
    record Read(Column column, ColumnInfo info) {}

    /**
     * @param heading hints at what the values are, as headings in files do
     * @param wanted the type, null for the one that the values tell
     */
    static Read read(Column column, String heading, @Nullable TypeOverride wanted) {
        if (wanted == null || column.rowCount() <= SAMPLE) {
            return readWhole(column, heading, wanted);
        }
        ColumnInfo like = readWhole(sample(column), heading, wanted).info();
        if (like.role() == Role.IDENTIFIER) {
            return readWhole(column, heading, wanted); // all rows tell whether no value stands twice
        }
        if (wanted.type() == ColumnType.TEXT) {
            return new Read(WrittenTexts.of(column), like);
        }
        if (column instanceof TextColumn texts && texts.isRepeating()) {
            Read each = readWhole(texts.each(), heading, wanted);
            Column made = each.column().pick(texts.placesInEach(), texts.rowCount());
            return new Read(made, each.info().withRole(like.role()));
        }
        if (wanted.type().isNumber() && wanted.decimalMark() == null && column instanceof TextColumn texts) {
            Optional<Column> plain = PlainNumbers.read(texts, wanted.type()).map(numbers -> numbers);
            if (plain.isPresent()) {
                return new Read(plain.get(), like);
            }
        }
        return readWhole(column, heading, wanted);
    }

    /** Rows evenly spread. */
    private static Column sample(Column column) {
        int[] rows = new int[SAMPLE];
        Arrays.setAll(rows, i -> (int) ((long) i * column.rowCount() / SAMPLE));
        return column.pick(rows, SAMPLE);
    }

    private static Read readWhole(Column column, String heading, @Nullable TypeOverride wanted) {
        ColumnAsText source = new ColumnAsText(heading, column);
        Map<String, TypeOverride> types = wanted == null ? Map.of() : Map.of(source.key(), wanted);
        LoadedTable loaded = new TableLoader(List.of(source), types, List.of(), LoadWatch.NONE).load();
        Table table = loaded.table();
        ColumnInfo info = table.schema().columns().get(1);
        return new Read(table.columns().get(1), info);
    }

    private String key() {
        String plain = keensparrow.core.infer.guess.Headings.name(name);
        return plain.isEmpty() || plain.equals("row_number") ? NAME : plain;
    }

    private String heading() {
        return key().equals(NAME) ? NAME : name;
    }

    @Override
    public void read(CellHandler handler) {
        cell(handler, "row number"); // beside it no row is blank, and none is passed over
        cell(handler, heading());
        handler.endRow(1);
        for (int row = 0; row < column.rowCount(); row++) {
            cell(handler, "1");
            String plain = column.plain(row);
            cell(handler, plain == null ? "" : plain);
            handler.endRow(row + 2);
        }
    }

    private static void cell(CellHandler handler, String text) {
        char[] chars = text.toCharArray();
        handler.cell(chars, 0, chars.length);
    }
}
