package keensparrow.core.expression;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.TextRows;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Expressions are typed over the columns alone, part by part. */
class TypedExpressionTest {
    private static final Table TABLE = TextRows.table("""
            Route,Delay,Day,Left at,Late
            A,10,2026-01-05,2026-01-05 21:10,yes
            B,2,2026-01-06,2026-01-06 22:40,no
            ,,,,
            """);
    private static final Schema COLUMNS = TABLE.schema();

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            delay + 1                                  | NUMBER
            concat(route, '!')                         | TEXT
            month_start(day)                           | DATE
            left_at                                    | DATE_TIME
            delay > 5 and late                         | BOOLEAN
            case when late then day else left_at end   | DATE_TIME
            null                                       | NOTHING
            coalesce(null, route)                      | TEXT
            """)
    void eachHasAKind(String text, Kind kind) {
        assertThat(TypedExpression.of(text, COLUMNS).kind()).isEqualTo(kind);
    }

    @Test
    void everyPartHasItsOwn() {
        TypedExpression typed = TypedExpression.of("case when delay > 5 then upper(route) else 'on time' end", COLUMNS);
        List<Kind> kinds = new ArrayList<>();
        add(typed, typed.root(), kinds);
        assertThat(kinds)
                .containsExactly(Kind.TEXT, Kind.BOOLEAN, Kind.NUMBER, Kind.NUMBER, Kind.TEXT, Kind.TEXT, Kind.TEXT);
        assertThat(typed.schema()).isEqualTo(COLUMNS);
    }

    private static void add(TypedExpression typed, Expression part, List<Kind> kinds) {
        kinds.add(typed.kind(part));
        part.parts().forEach(below -> add(typed, below, kinds));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            delay + route | TYPE_MISMATCH     | 8  | 13
            dely + 1      | COLUMN_NOT_FOUND  | 0  | 4
            left(delay,1) | EXPRESSION_SYNTAX | 5  | 10
            sum(delay)    | EXPRESSION_SYNTAX | 0  | 10
            """)
    void whatDoesNotFitIsToldAtItsPlace(String text, ErrorCode code, int from, int to) {
        assertThatThrownBy(() -> TypedExpression.of(text, COLUMNS)).isInstanceOfSatisfying(UserException.class, e -> {
            assertThat(e.code()).isEqualTo(code);
            assertThat(e.span()).hasValueSatisfying(span -> {
                assertThat(span.from()).isEqualTo(from);
                assertThat(span.to()).isEqualTo(to);
            });
        });
    }

    @Test
    void aConditionGivesYesOrNo() {
        assertThat(TypedExpression.condition("delay > 5", COLUMNS).kind()).isEqualTo(Kind.BOOLEAN);
        assertThatThrownBy(() -> TypedExpression.condition("delay", COLUMNS)).isInstanceOf(UserException.class);
    }

    @Test
    void theFirstRowsAreSamples() {
        var values = Expressions.compute(TypedExpression.of("delay * 1.5", COLUMNS), TABLE, 2);
        assertThat(values.rowCount()).isEqualTo(2);
        assertThat(values.plain(0)).isEqualTo("15.0");
        assertThat(values.plain(1)).isEqualTo("3.0");
    }

    @Test
    void everyFunctionIsTold() {
        assertThat(Expressions.functions())
                .hasSizeGreaterThan(40)
                .extracting(Expressions.FunctionWords::name)
                .contains("coalesce", "left", "days_between", "least")
                .doesNotHaveDuplicates();
        assertThat(Expressions.functions()).contains(new Expressions.FunctionWords("left", "text, numbers"));
    }
}
