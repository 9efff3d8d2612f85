package keensparrow.core.layout;

import java.util.List;
import keensparrow.core.infer.source.CellKind;
import keensparrow.core.infer.source.RowSource;

/** Cells in rows, as a sheet, where plain numbers know that they are, or as a delimited text. */
record CellRows(List<List<String>> rows, boolean isText) implements RawSheet {
    @Override
    public String name() {
        return "";
    }

    @Override
    public Grid grid() {
        Grid.Builder builder = new Grid.Builder();
        read(builder);
        return builder.build();
    }

    @Override
    public void read(RowSource.CellHandler handler) {
        for (int row = 0; row < rows.size(); row++) {
            for (String cell : rows.get(row)) {
                boolean number = !isText && cell.matches("-?\\d+(\\.\\d+)?");
                handler.typed(number ? CellKind.NUMBER : CellKind.TEXT, cell.toCharArray(), 0, cell.length());
            }
            handler.endRow(row + 1L);
        }
    }
}
