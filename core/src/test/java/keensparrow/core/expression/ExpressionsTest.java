package keensparrow.core.expression;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
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
    @CsvSource(delimiter = '~', quoteCharacter = '`', textBlock = """
                    a + b                 ~ 10 | 10 | blank
                    a - b * 2             ~ -2 | 10 | blank
                    (a - b) * 2           ~ 4 | 20 | blank
                    -a                    ~ -6 | -10 | blank
                    - - b                 ~ 4 | 0 | 3
                    a / b                 ~ 1.5 | blank | blank
                    money * 10            ~ 1.00 | 12.50 | 20.00
                    money + 0.001         ~ 0.101 | 1.251 | 2.001
                    "money" * "money"     ~ 0.0100 | 1.5625 | 4.0000
                    1                     ~ 1 | 1 | 1
                    2.50 - 0.5            ~ 2.0 | 2.0 | 2.0
                    b / 0                 ~ blank | blank | blank
                    .5 * b                ~ 2.0 | 0.0 | 1.5
                    a > 6                 ~ no | yes | blank
                    a = 6 or b = 3        ~ yes | no | yes
                    a = 6 and b = 3       ~ no | no | blank
                    not a <> 6            ~ yes | no | blank
                    a is null             ~ no | no | yes
                    a is not null         ~ yes | yes | no
                    b in (0, 4, null)     ~ yes | yes | blank
                    b not in (0, 4)       ~ no | no | yes
                    b between 1 and 3     ~ no | no | yes
                    case when a > 6 then 'much' when b = 4 then name end ~ x | much | blank
                    case b when 0 then money else a end ~ 6.00 | 1.25 | blank
                    coalesce(a, b, 1)     ~ 6 | 10 | 3
                    nullif(b, 0)          ~ 4 | blank | 3
                    a / nullif(b, 0)      ~ 1.5 | blank | blank
                    abs(b - 4)            ~ 0 | 4 | 1
                    round(money * 1.5, 1) ~ 0.2 | 1.9 | 3.0
                    upper(name)           ~ X | Y | Z
                    length('a''b')        ~ 3 | 3 | 3
                    name < 'y'            ~ yes | no | no
                    date '2026-02-01' > '2026-01-31' ~ yes | yes | yes
                    timestamp '2026-02-01 06:00' = date '2026-02-01' ~ no | no | no
                    """)
    void computes(String expression, String expected) {
        assertThat(values(expression)).containsExactly(expected.split(" \\| "));
    }

    /** The examples of the guide are true, and each function has one. */
    @Test
    void theGuideTellsWhatFunctionsGive() throws Exception {
        List<String> lines = Files.readAllLines(Path.of("../docs/expressions.md"));
        Set<String> shown = new HashSet<>();
        int examples = 0;
        for (String line : lines.subList(lines.indexOf("| example | gives |"), lines.size())) {
            Matcher row = Pattern.compile("\\| `(.*)` \\| (.*) \\|").matcher(line);
            if (row.matches()) {
                examples++;
                shown.add(row.group(1).replaceFirst("\\W.*", ""));
                assertThat(values(row.group(1))).as(row.group(1)).containsOnly(row.group(2));
            }
        }
        assertThat(examples).isGreaterThan(45);
        assertThat(shown)
                .contains("cast", "regexp_replace", "regexp_substr", "regexp_like")
                .containsAll(RowFunctions.all()
                        .map(Expressions.FunctionWords::name)
                        .filter(name -> !name.equals("like"))
                        .toList());
    }

    @Test
    void functionsRefuseWhatTheyCannotTake() {
        assertThatThrownBy(() -> values("year(name)"))
                .hasMessageContaining("“year” takes dates here, and this is text");
        assertThatThrownBy(() -> values("trim(a)")).hasMessageContaining("“trim” takes text here, and this is numbers");
        assertThatThrownBy(() -> values("sqrt(1, 2)")).hasMessageContaining("“sqrt” needs 1 value");
        assertThatThrownBy(() -> values("regexp_like(name, '(')")).hasMessageContaining("“(” is no pattern: missing");
        assertThatThrownBy(() -> values("regexp_replace(name, '(a)', '\\2')"))
                .hasMessageContaining("The pattern has one group, and 2 is asked for");
        assertThatThrownBy(() -> values("regexp_like(name, name)")).hasMessageContaining("as texts in single quotes");
        assertThatThrownBy(() -> values("regexp_like(name, '((a{100}){100}){100}')"))
                .hasMessageContaining("The pattern is too large");
        assertThatThrownBy(() -> values("cast(a as intege)")).hasMessageContaining("Did you mean “integer”?");
        assertThatThrownBy(() -> values("cast(date '2026-01-31' as boolean)"))
                .hasMessageContaining("dates cannot become yes or no");
        assertThatThrownBy(() -> values("cast(a as decimal(3, 7))")).hasMessageContaining("at most 1000 digits");
        assertThatThrownBy(() -> values("cast(a, integer)")).hasMessageContaining("is not expected");
        assertThat(values("regexp_like('" + "a".repeat(3000) + "b', '^(a+)+$')"))
                .as("a pattern that would run for ever elsewhere")
                .containsOnly("no");
        assertThat(values("cast('1e400' as double)")).containsOnly("blank");
        assertThat(values("cast('1e18' as integer)")).as("beyond 18 digits").containsOnly("blank");
        assertThat(values("cast(a as double) / 4")).containsExactly("1.5", "2.5", "blank");
        assertThat(values("cast(a > 6 as integer) + 1")).containsExactly("1", "2", "blank");
        assertThat(values("cast(null as date)")).containsOnly("blank");
        assertThatThrownBy(() -> values("squrt(1)")).hasMessageContaining("Did you mean “sqrt”?");
        assertThat(values("'" + "a".repeat(2000) + "' like '" + "%a".repeat(400) + "%b'"))
                .containsOnly("no");
        assertThat(values("'100%' like '100_' and 'ab' not like '' and '' is null"))
                .isNotNull();
        assertThat(values("mod(a, b)")).containsExactly("2", "blank", "blank");
        assertThatThrownBy(() -> values("name || a")).hasMessageContaining("“concat” takes text here");
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
    @CsvSource(delimiter = '~', quoteCharacter = '`', textBlock = """
                    a +        ~ 3 ~ 3 ~ ends too early
                    a b        ~ 2 ~ 3 ~ not expected
                    (a         ~ 0 ~ 2 ~ closing parenthesis
                    a $ b      ~ 2 ~ 3 ~ not expected
                    "a         ~ 0 ~ 2 ~ closing double quote
                    1.2.3      ~ 0 ~ 5 ~ is no number
                    'a         ~ 0 ~ 2 ~ closing single quote
                    a and      ~ 5 ~ 5 ~ ends too early
                    case a end ~ 7 ~ 8 ~ not expected
                    a is 3     ~ 5 ~ 6 ~ not expected
                    round(a    ~ 0 ~ 7 ~ closing parenthesis
                    date '1'   ~ 0 ~ 8 ~ is no date
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

    @Test
    void whatNoCalendarAndNoNumberReachesIsBlank() {
        for (String far : List.of(
                "add_days(date '2026-01-05', 1000000000000)",
                "add_months(date '2026-01-05', 4999999)",
                "add_days(timestamp '2026-01-05 06:00', -4900000)",
                "floor(power(10, 30))",
                "ceiling(-power(10, 30))",
                "round(power(10, 30), 2)",
                "round(power(10, 15), 6)")) {
            assertThat(values(far)).as(far).containsOnly("blank");
        }
        assertThat(values("add_days(timestamp '2026-01-05 06:00', 365)")).containsOnly("2027-01-05T06:00");
        assertThat(values("floor(power(10, 18))")).containsOnly("1000000000000000000");
    }

    @Test
    void whatIsMadeOfOneColumnOfRepeatedTextsIsTheSameAsRowByRow() {
        StringBuilder csv = new StringBuilder("Town,Number\n");
        for (int i = 0; i < 900; i++) {
            csv.append(new String[] {"Graz 1", "Linz 22", "", "Wels 333"}[i % 4])
                    .append(',')
                    .append(i)
                    .append('\n');
        }
        Table repeated = TextRows.table(csv.toString());
        for (String text : List.of(
                "upper(town) || '!'",
                "char_length(town)",
                "town like 'L%'",
                "coalesce(town, 'none')",
                "char_length(substring(town, 6)) / 2",
                "case when town is null then 1.5 else 2 end")) {
            Column quick = Expressions.compute(text, repeated);
            Column slow =
                    Expressions.compute(TypedExpression.of(text, repeated.schema()), repeated, repeated.rowCount());
            assertThat(quick.type()).as(text).isEqualTo(slow.type());
            for (int row = 0; row < repeated.rowCount(); row++) {
                assertThat(quick.plain(row)).as("%s, row %s", text, row).isEqualTo(slow.plain(row));
            }
        }
    }
}
