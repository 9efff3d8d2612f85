package keensparrow.core.layout;

import java.util.List;
import java.util.Set;
import keensparrow.core.infer.source.CellKind;
import keensparrow.core.infer.source.RowSource;

/** Of a sheet only the first rows, as they are held for a look: enough to show how its columns would be read. */
public record HeadSheet(RawSheet sheet, int rows) implements RawSheet {
    @Override
    public String name() {
        return sheet.name();
    }

    @Override
    public Grid grid() {
        return sheet.grid();
    }

    @Override
    public void read(RowSource.CellHandler handler) {
        List<RawRow> head = sheet.grid().head();
        for (RawRow row : head.subList(0, Math.min(rows, head.size()))) {
            for (int column = 0; column < row.width(); column++) {
                char[] text = row.text(column).toCharArray();
                CellKind kind = row.kind(column);
                handler.typed(kind, text, 0, text.length);
            }
            handler.endRow(row.number());
        }
    }

    @Override
    public List<String> notes() {
        return sheet.notes();
    }

    @Override
    public boolean hasHeadings() {
        return sheet.hasHeadings();
    }

    @Override
    public List<Merge> merges() {
        return sheet.merges();
    }

    @Override
    public Set<Long> hiddenRows() {
        return sheet.hiddenRows();
    }

    @Override
    public Set<Integer> hiddenColumns() {
        return sheet.hiddenColumns();
    }
}
