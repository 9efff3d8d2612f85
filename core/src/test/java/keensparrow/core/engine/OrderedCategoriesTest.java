package keensparrow.core.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import keensparrow.core.TextRows;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.view.Conversion;
import keensparrow.core.app.view.View;
import keensparrow.core.filter.OneOf;
import keensparrow.core.group.ByValue;
import keensparrow.core.prepare.OrderValues;
import keensparrow.core.profile.Profile;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;

/** Categories in an order that someone gave them, worked out by hand: in views, filters, tables, under any selection. */
class OrderedCategoriesTest {
    private static final Table TABLE =
            new OrderValues("size", List.of("small", "medium", "gone", "large")).apply(TextRows.table("""
                    size,tags,n
                    large,b;a,1
                    small,a,2
                    vast,c,3
                    medium,b,4
                    ,c;a,5
                    small,b,6
                    huge,a,7
                    """));
    private static final Table TAGGED = new OrderValues("tags", List.of("c", "a")).apply(TABLE);

    private static List<String> by(Table table, String column, int largest, Question.Order order) {
        Answer.Groups answer = Asking.ask(
                table,
                new Question.Groups(
                        List.of(new Question.Grouped(new ByValue(column), largest)), List.of(Measure.ROWS), order));
        return Asking.lines(answer);
    }

    @Test
    void groupsFollowItAndThoseNotNamedComeBehindByTheirLabels() {
        assertThat(by(TABLE, "size", 0, Question.Order.LABEL))
                .containsExactly("small: 2", "medium: 1", "large: 1", "huge: 1", "vast: 1", "blank: 1");
        assertThat(by(TAGGED, "tags", 0, Question.Order.LABEL)).containsExactly("c: 2", "a: 4", "b: 3");
        // the largest are still the largest; of equal ones the earlier come first
        assertThat(by(TABLE, "size", 3, Question.Order.LARGEST_FIRST))
                .containsExactly("small: 2", "medium: 1", "large: 1", "Other 3: 3");
    }

    @Test
    void splitsFollowItToo() {
        Answer.Groups answer = Asking.ask(
                TABLE,
                new Question.Groups(
                        List.of(
                                new Question.Grouped(new ByValue("tags"), 0),
                                new Question.Grouped(new ByValue("size"), 0)),
                        List.of(Measure.ROWS),
                        Question.Order.LABEL));
        assertThat(answer.splits().stream().map(key -> String.valueOf(key.value())))
                .containsExactly("small", "medium", "large", "huge", "vast", "null");
        assertThat(answer.measures().get(0).values().stream().mapToInt(value -> value.intValue()))
                .containsExactly(1, 0, 1, 1, 0, 1, 1, 1, 1, 0, 0, 0, 0, 0, 0, 0, 1, 1);
    }

    @Test
    void filtersAndTablesFollowIt() {
        Answer.ValueCounts counts = Asking.ask(
                TABLE,
                new Question.ValueCounts("size", null, 4, List.of()),
                new OneOf("size", List.of("small", "vast"), false, false));
        assertThat(counts.values().stream().map(value -> value.value() + " " + value.count() + " " + value.total()))
                .containsExactly("small 2 2", "medium 0 1", "large 0 1", "huge 0 1");
        for (boolean descending : List.of(false, true)) {
            Answer.Rows rows = Asking.ask(
                    TABLE, new Question.Rows(List.of("n"), List.of(new Question.Sort("size", descending)), 0, 10));
            assertThat(rows.rows().stream().map(row -> row.get(0)))
                    .containsExactlyElementsOf(
                            descending
                                    ? List.of("3", "7", "1", "4", "2", "6", "5") // blanks are last either way
                                    : List.of("2", "6", "4", "1", "7", "3", "5"));
        }
    }

    @Test
    void viewsBeginInItAndItCanBeGivenUp() {
        Conversion conversion = new Conversion(TABLE.schema(), Profile.of(TABLE), List.of(Measure.ROWS));
        View bars = conversion.made(View.Kind.BARS);
        assertThat(bars.by().column()).isEqualTo("size");
        assertThat(bars.order()).isEqualTo(Question.Order.LABEL);
        assertThat(bars.largest()).isZero();
        Table plain = new OrderValues("size", List.of()).apply(TABLE);
        assertThat(plain.schema().get("size").order()).isNull();
        assertThat(by(plain, "size", 0, Question.Order.LABEL)).startsWith("huge: 1", "large: 1");
        assertThat(new OrderValues("size", List.of("small", "large"))
                        .sentence(TABLE.schema())
                        .text())
                .isEqualTo("The values of size follow each other in this order: small and large.");
    }
}
