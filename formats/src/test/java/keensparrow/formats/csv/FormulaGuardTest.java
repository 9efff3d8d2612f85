package keensparrow.formats.csv;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.TextColumn;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What a spreadsheet program would run, and what it would not. */
class FormulaGuardTest {
    private static boolean isIn(@Nullable String... texts) {
        Schema schema = new Schema(List.of(new ColumnInfo("note", "Note", ColumnType.TEXT, Role.TEXT)));
        Table table = new Table(schema, List.of(TextColumn.of(texts)), texts.length);
        return FormulaGuard.isIn(new MemoryEngine(table).statistics(), "note");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"=1+1", "+A1", "-A1", "@sum(a)", "\t=1", "\r=1", "=", "@", "--1", "+43 664 123", "-1-1", "=-5"})
    void formulasGetAnApostrophe(String text) {
        assertThat(FormulaGuard.harmless(text)).isEqualTo("'" + text);
        assertThat(isIn("a", null, text, "z")).isTrue();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"", "-", "+", "-5", "+5", "-5.25", "-1,234.50", "a=b", "1-1", "'=1", " =1", "x@y.example", "–5"})
    void othersStayAsTheyAre(String text) {
        assertThat(FormulaGuard.harmless(text)).isEqualTo(text);
        assertThat(isIn("a", null, text, "z")).isFalse();
    }

    @Test
    void oneAmongManyNumbersIsFound() {
        List<String> texts = new ArrayList<>();
        for (int i = 0; i < 5000; i++) {
            texts.add("-" + i);
        }
        assertThat(isIn(texts.toArray(String[]::new))).isFalse();
        texts.add("-x");
        assertThat(isIn(texts.toArray(String[]::new))).isTrue();
    }
}
