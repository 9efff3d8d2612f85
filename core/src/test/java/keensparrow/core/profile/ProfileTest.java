package keensparrow.core.profile;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import keensparrow.core.TextRows;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.core.question.QuestionSet;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;

class ProfileTest {
    private static final Table TABLE = TextRows.table("""
            name,n,money,day,flag,tags
            a,1,0.10,2026-01-03,yes,x;y
            b,2,0.20,2026-01-01,yes,y
            a,3,,2026-01-02,yes,
            ,4,0.40,,,x
            """);

    @Test
    void numbersHaveExtremesQuartilesAndMean() {
        ColumnProfile n = Profile.of(TABLE).column("n");
        assertThat(n.min()).isEqualTo("1");
        assertThat(n.lowerQuartile()).isEqualTo("1.75");
        assertThat(n.median()).isEqualTo("2.5");
        assertThat(n.upperQuartile()).isEqualTo("3.25");
        assertThat(n.max()).isEqualTo("4");
        assertThat(n.mean()).isEqualTo("2.5");
        assertThat(n.distinct()).isEqualTo(4);
        ColumnProfile money = Profile.of(TABLE).column("money");
        assertThat(money.median()).isEqualTo("0.2");
        assertThat(money.max()).isEqualTo("0.40");
        assertThat(money.blanks()).isEqualTo(1);
        assertThat(money.mean()).startsWith("0.2333333333");
    }

    @Test
    void categoriesHaveTheirCommonestValues() {
        Profile profile = Profile.of(TABLE);
        assertThat(profile.column("name").commonest())
                .containsExactly(new Answer.ValueCount("a", 2, 2), new Answer.ValueCount("b", 1, 1));
        assertThat(profile.column("name").blanks()).isEqualTo(1);
        assertThat(profile.column("tags").distinct()).isEqualTo(2);
        assertThat(profile.column("flag").distinct()).isEqualTo(1);
        assertThat(profile.column("flag").min()).isNull();
    }

    @Test
    void textsThatAllDifferShowTheFirstOnesAsTheEngineCounts() {
        StringBuilder rows = new StringBuilder("id,n\n");
        for (int i = 300; i > 0; i--) {
            rows.append("order ").append(i * 7 % 307).append(',').append(i).append('\n');
        }
        Table table = TextRows.table(rows.toString());
        List<Answer.ValueCount> counted = new ArrayList<>();
        new MemoryEngine(table)
                .answer(
                        new QuestionSet(
                                List.of(),
                                List.of(new QuestionSet.Asked(
                                        "id", new Question.ValueCounts("id", null, 8, List.of()), Set.of()))),
                        answered -> counted.addAll(((Answer.ValueCounts) answered.answer()).values()),
                        () -> false);
        assertThat(Profile.of(table).column("id").commonest())
                .isEqualTo(counted)
                .hasSize(8);
        assertThat(Profile.of(table).column("id").distinct()).isEqualTo(300);
    }

    @Test
    void datesHaveFirstAndLast() {
        ColumnProfile day = Profile.of(TABLE).column("day");
        assertThat(day.min()).isEqualTo("2026-01-01");
        assertThat(day.max()).isEqualTo("2026-01-03");
        assertThat(day.median()).isNull();
        assertThat(day.histogram().bins()).hasSize(3);
    }

    @Test
    void doublesAndColumnsOfBlanks() {
        Table table = TABLE.with(
                new ColumnInfo("d", "d", ColumnType.DECIMAL, Role.MEASURE),
                new DoubleColumn(new double[] {0.1234567, 2, 2, Double.NaN}, null));
        ColumnProfile d = Profile.of(table).column("d");
        assertThat(d.distinct()).isEqualTo(2);
        assertThat(d.median()).isEqualTo("2");
        assertThat(d.min()).isEqualTo("0.1234567");
        Table blank = TABLE.with(
                new ColumnInfo("e", "e", ColumnType.DECIMAL, Role.MEASURE),
                new DoubleColumn(new double[] {Double.NaN, Double.NaN, Double.NaN, Double.NaN}, null));
        ColumnProfile e = Profile.of(blank).column("e");
        assertThat(List.of(e.blanks(), e.distinct())).containsExactly(4, 0);
        assertThat(e.median()).isNull();
        assertThat(e.histogram().bins()).isEmpty();
    }

    @Test
    void whatComesOnceAtATimeIsASeries() {
        String panel = """
                town,kind,year,n
                Graz,x,2024,1
                Linz,x,2024,2
                Graz,y,2025,3
                Linz,y,2025,4
                """;
        assertThat(Profile.of(TextRows.table(panel)).series()).containsExactly("town");
        assertThat(Profile.of(TextRows.table(panel + "Graz,x,2025,5\n")).series())
                .as("Graz twice in 2025")
                .isEmpty();
        assertThat(Profile.of(TextRows.table("town,n\nGraz,1\nLinz,2\n")).series())
                .as("no time")
                .isEmpty();
    }
}
