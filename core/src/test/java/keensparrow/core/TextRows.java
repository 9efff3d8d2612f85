package keensparrow.core;

import java.util.List;
import java.util.Map;
import keensparrow.core.column.ColumnType;
import keensparrow.core.infer.guess.TypeOverride;
import keensparrow.core.infer.load.LoadedTable;
import keensparrow.core.infer.load.TableLoader;
import keensparrow.core.infer.source.LoadWatch;
import keensparrow.core.infer.source.RowSource;
import keensparrow.core.table.Table;

/** Rows from a text block: a line a row, cells between commas, none of them quoted. */
public record TextRows(String name, String text) implements RowSource {
    @Override
    public void read(CellHandler handler) {
        String[] lines = text.split("\n", -1);
        for (int line = 0; line < lines.length; line++) {
            if (line == lines.length - 1 && lines[line].isEmpty()) {
                return;
            }
            for (String cell : lines[line].split(",", -1)) {
                handler.cell(cell.toCharArray(), 0, cell.length());
            }
            handler.endRow(line + 1);
        }
    }

    public static Table table(String text) {
        return load(text).table();
    }

    /** A column named tags is read as a list of tags, however few rows there are. */
    public static LoadedTable load(String text) {
        boolean tags = text.substring(0, text.indexOf('\n')).matches("(.*,)?tags(,.*)?");
        Map<String, TypeOverride> wanted = tags ? Map.of("tags", new TypeOverride(ColumnType.TAGS)) : Map.of();
        return new TableLoader(List.of(new TextRows("rows.csv", text)), wanted, List.of(), LoadWatch.NONE).load();
    }
}
