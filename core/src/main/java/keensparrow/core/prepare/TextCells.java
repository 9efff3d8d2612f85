package keensparrow.core.prepare;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import keensparrow.core.column.Column;
import keensparrow.core.column.TextColumn;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.guess.Headings;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;

/** What steps on texts share. */
final class TextCells {
    private TextCells() {}

    /** @throws UserException STEP_DOES_NOT_FIT where the column holds no text */
    static TextColumn of(Table table, String name) {
        Column column = table.column(name);
        if (column instanceof TextColumn texts) {
            return texts;
        }
        throw new UserException(
                ErrorCode.STEP_DOES_NOT_FIT,
                Text.of(
                        "prepare.onlyTexts",
                        "column",
                        UserException.quote(table.schema().label(name)),
                        "type",
                        column.type().label()));
    }

    /** A name for a new column that the table has not, made of its label. */
    static String newName(String label, Schema schema) {
        if (label.isBlank()) {
            throw new UserException(ErrorCode.STEP_DOES_NOT_FIT, Text.of("prepare.theNewColumnNeedsA"));
        }
        String plain = Headings.name(label);
        String base = plain.isEmpty() ? "column" : plain;
        String name = base;
        for (int n = 2; schema.has(name); n++) {
            name = base + "_" + n;
        }
        return name;
    }

    /** @throws UserException COLUMN_NOT_FOUND for one that is gone, STEP_DOES_NOT_FIT for none or one named twice */
    static List<String> columns(List<String> names, Schema schema) {
        Set<String> seen = new HashSet<>();
        for (String name : names) {
            schema.get(name);
            if (!seen.add(name)) {
                throw new UserException(
                        ErrorCode.STEP_DOES_NOT_FIT,
                        Text.of("prepare.columnTwice", "column", UserException.quote(schema.label(name))));
            }
        }
        if (names.isEmpty()) {
            throw new UserException(ErrorCode.STEP_DOES_NOT_FIT, Text.of("prepare.noColumnPicked"));
        }
        return names;
    }
}
