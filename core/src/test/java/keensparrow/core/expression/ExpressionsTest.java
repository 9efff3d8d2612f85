package keensparrow.core.expression;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.TextRows;
import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.Span;
import keensparrow.core.error.UserException;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ExpressionsTest {
    private static final Table TABLE = TextRows.table("""
            a,b,money,name,large
            6,4,0.10,x,900000000000000000
            10,0,1.25,y,1
            ,3,2.00,z,2
            """);

    private static List<String> values(String expression) {
        Column column = Expressions.compute(expression, TABLE);
        List<String> values = new ArrayList<>();
        for (int row = 0; row < column.rowCount(); row++) {
            values.add(column.isBlank(row) ? "blank" : column.plain(row));
        }
        return values;
    }

    @ParameterizedTest
    @CsvSource(delimiter = '>', textBlock = """
                    a + b                 > 10 | 10 | blank
                    a - b * 2             > -2 | 10 | blank
                    (a - b) * 2           > 4 | 20 | blank
                    -a                    > -6 | -10 | blank
                    - - b                 > 4 | 0 | 3
                    a / b                 > 1.5 | blank | blank
                    money * 10            > 1.00 | 12.50 | 20.00
                    money + 0.001         > 0.101 | 1.251 | 2.001
                    "money" * "money"     > 0.0100 | 1.5625 | 4.0000
                    1                     > 1 | 1 | 1
                    2.50 - 0.5            > 2.0 | 2.0 | 2.0
                    b / 0                 > blank | blank | blank
                    .5 * b                > 2.0 | 0.0 | 1.5
                    """)
    void computes(String expression, String expected) {
        assertThat(values(expression)).containsExactly(expected.split(" \\| "));
    }

    @Test
    void staysExactWhereItCan() {
        assertThat(Expressions.compute("money * 3", TABLE)).isInstanceOf(LongColumn.class);
        assertThat(Expressions.compute("a / 2", TABLE)).isInstanceOf(DoubleColumn.class);
        assertThat(Expressions.compute("money * money * money * money", TABLE)).isInstanceOf(DoubleColumn.class);
    }

    @Test
    void beyondALongGoesOnAsADouble() {
        Column column = Expressions.compute("large * 100", TABLE);
        assertThat(column).isInstanceOf(DoubleColumn.class);
        assertThat(column.plain(0)).isEqualTo("90000000000000000000");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '>', textBlock = """
                    a +        > 3 > 3 > ends too early
                    a b        > 2 > 3 > not expected
                    (a         > 0 > 2 > closing parenthesis
                    a $ b      > 2 > 3 > not expected
                    "a         > 0 > 2 > closing double quote
                    1.2.3      > 0 > 5 > is no number
                    """)
    void errorsSayWhere(String expression, int from, int to, String message) {
        assertThatThrownBy(() -> Expressions.parse(expression)).isInstanceOfSatisfying(UserException.class, e -> {
            assertThat(e.code()).isEqualTo(ErrorCode.EXPRESSION_SYNTAX);
            assertThat(e.span()).contains(new Span(from, to));
            assertThat(e.text()).contains(message);
        });
    }

    @Test
    void unknownAndUnfitColumnsAreSaid() {
        assertThatThrownBy(() -> Expressions.compute("a + mony", TABLE))
                .isInstanceOfSatisfying(UserException.class, e -> {
                    assertThat(e.code()).isEqualTo(ErrorCode.COLUMN_NOT_FOUND);
                    assertThat(e.text()).contains("Did you mean “money”?");
                    assertThat(e.span()).contains(new Span(4, 8));
                });
        assertThatThrownBy(() -> Expressions.compute("name + 1", TABLE))
                .isInstanceOfSatisfying(
                        UserException.class, e -> assertThat(e.code()).isEqualTo(ErrorCode.TYPE_MISMATCH));
    }

    @Test
    void depthAndLengthAreBounded() {
        assertThatThrownBy(() -> Expressions.parse("(".repeat(1000) + "1" + ")".repeat(1000)))
                .isInstanceOf(UserException.class)
                .hasMessageContaining("too deeply");
        assertThatThrownBy(() -> Expressions.parse("-".repeat(1000) + "1")).isInstanceOf(UserException.class);
        assertThatThrownBy(() -> Expressions.parse("1+".repeat(3000) + "1")).isInstanceOf(UserException.class);
    }
}
