package keensparrow.core.profile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import keensparrow.core.TextRows;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.core.question.QuestionSet;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
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
    void numbersThatLieCloseTogetherAreOrderedAsThoseThatDoNot() {
        Random random = new Random(5);
        for (int round = 0; round < 60; round++) {
            int rows = 1 + random.nextInt(300);
            long span = round % 3 == 0 ? rows : 1L + random.nextInt(round % 3 == 1 ? 7 : 1_000_000);
            long from = random.nextInt(2000) - 1000;
            StringBuilder csv = new StringBuilder("k,n\nx,0.5\n");
            List<Double> values = new ArrayList<>(List.of(0.5));
            for (int row = 0; row < rows; row++) {
                boolean blank = random.nextInt(9) == 0;
                BigDecimal value = BigDecimal.valueOf(from + (long) (random.nextDouble() * span), 1);
                csv.append("x,").append(blank ? "" : value).append('\n');
                if (!blank) {
                    values.add(value.doubleValue());
                }
            }
            ColumnProfile found = Profile.of(TextRows.table(csv.toString())).column("n");
            double[] sorted =
                    values.stream().mapToDouble(Double::doubleValue).sorted().toArray();
            assertThat(found.distinct()).isEqualTo(new HashSet<>(values).size());
            assertThat(Double.parseDouble(found.min())).isEqualTo(sorted[0]);
            assertThat(Double.parseDouble(found.max())).isEqualTo(sorted[sorted.length - 1]);
            List<String> quartiles = List.of(found.lowerQuartile(), found.median(), found.upperQuartile());
            for (int quarters = 1; quarters <= 3; quarters++) {
                double position = (sorted.length - 1) * quarters / 4.0;
                int below = (int) position;
                double above = sorted[Math.min(sorted.length - 1, below + 1)];
                double expected = sorted[below] + (above - sorted[below]) * (position - below);
                assertThat(Double.parseDouble(quartiles.get(quarters - 1))).isCloseTo(expected, within(1e-9));
            }
        }
    }

    @Test
    void columnsThatAreKnownAreNotLookedAtAgainWhateverTheyAreCalled() {
        Map<Column, Profile.Known> known = new IdentityHashMap<>();
        Profile first = Profile.of(TABLE, known);
        assertThat(known).hasSize(6);
        assertThat(first).isEqualTo(Profile.of(TABLE));
        ColumnInfo renamed = new ColumnInfo("total", "Total", ColumnType.WHOLE, Role.MEASURE);
        Column added = new DoubleColumn(new double[] {1, 2, 3, 5}, null);
        Table wider = new Table(
                new Schema(List.of(renamed, new ColumnInfo("d", "d", ColumnType.DECIMAL, Role.MEASURE))),
                List.of(TABLE.column("n"), added),
                4);
        known.replace(TABLE.column("n"), known.get(TABLE.column("money"))); // seen if it is used
        Profile second = Profile.of(wider, known);
        assertThat(second.column("total").median()).isEqualTo("0.2");
        assertThat(second.column("d")).isEqualTo(Profile.of(wider).column("d"));
        assertThat(known).hasSize(7).containsKey(added);
        ColumnInfo day = TABLE.schema().get("day");
        Table years = TABLE.with(day.withFormat(new ColumnFormat(ColumnFormat.Kind.YEAR, null)), TABLE.column("day"));
        assertThat(Profile.of(years, known).column("day").histogram().step())
                .as("as days they had bars of days")
                .isEqualTo("year");
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
