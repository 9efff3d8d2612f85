package keensparrow.core.table;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.Nearest;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;

/** The columns of a table, in order. */
public record Schema(List<ColumnInfo> columns) {
    public Schema {
        columns = List.copyOf(columns);
        Set<String> names = new HashSet<>();
        for (ColumnInfo column : columns) {
            if (!names.add(column.name())) {
                throw new IllegalArgumentException("two columns are named " + column.name());
            }
        }
    }

    public Optional<ColumnInfo> find(String name) {
        return columns.stream().filter(column -> column.name().equals(name)).findFirst();
    }

    public boolean has(String name) {
        return find(name).isPresent();
    }

    /** @throws UserException COLUMN_NOT_FOUND with the nearest name */
    public ColumnInfo get(String name) {
        return find(name).orElseThrow(() -> notFound(name));
    }

    /** The label of a column, or the name itself when the column is gone. */
    public String label(String name) {
        return find(name).map(ColumnInfo::label).orElse(name);
    }

    int index(String name) {
        for (int i = 0; i < columns.size(); i++) {
            if (columns.get(i).name().equals(name)) {
                return i;
            }
        }
        throw notFound(name);
    }

    private UserException notFound(String name) {
        List<String> names = columns.stream().map(ColumnInfo::name).toList();
        return new UserException(
                ErrorCode.COLUMN_NOT_FOUND,
                Text.of(
                        "table.thereIsNoColumnIn",
                        "name",
                        UserException.quote(name),
                        "name2",
                        Nearest.hint(name, names)));
    }
}
