package keensparrow.core.meaning;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.table.Additivity;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** Says what each column of a table is for, and how its numbers add up, looking at all columns together. */
public final class Meanings {
    private static final Additivity AT_ONE_MOMENT =
            new Additivity(Additivity.Kind.SUM, Words.say("meaning.itIsALevelAnd"));
    private static final Additivity OVER_TIME =
            new Additivity(Additivity.Kind.LAST, Words.say("meaning.itIsALevelThat"));
    private static final Additivity AT_ODD_TIMES =
            new Additivity(Additivity.Kind.AVERAGE, Words.say("meaning.itIsALevelAnd2"));
    private static final Set<String> PERIODS = Set.of(
            "month", "week", "quarter", "day", "period", "date", "monat", "woche", "quartal", "mois", "mes", "mese",
            "maand");
    private static final double NEARLY = 0.7;
    private static final int FEW_BLANKS = 100; // one of so many rows
    private static final int LOOKED_AT = 100_000;

    private Meanings() {}

    /**
     * The columns with their roles and additivity.
     *
     * @param found names, labels, types and formats; the rest is made anew
     * @param table what people call the table, such as the name of its file
     * @param columns as many, of one length. Cost O(columns × first 20,000 rows)
     */
    public static List<ColumnInfo> of(List<ColumnInfo> found, List<? extends Column> columns, String table) {
        List<ColumnInfo> infos = new ArrayList<>();
        for (int i = 0; i < found.size(); i++) {
            ColumnInfo info = found.get(i);
            infos.add(withPeriod(info, columns.get(i))
                    .withRole(Roles.of(new HeadingWords(info.label()), columns.get(i))));
        }
        nameCodes(infos, columns);
        boolean repeating = infos.stream()
                .anyMatch(info -> info.type().isNumber() && new HeadingWords(info.label()).has(Vocabulary.REPEATING));
        AdditivityRules.Setting setting =
                repeating ? setting(infos, columns) : new AdditivityRules.Setting(AT_ODD_TIMES, false);
        for (int i = 0; i < infos.size(); i++) {
            ColumnInfo info = infos.get(i);
            if (info.type().isNumber()) {
                Additivity additivity = additivity(info, columns.get(i), setting, table);
                boolean adds = additivity.kind() != Additivity.Kind.AVERAGE && info.role() == Role.MEASURE;
                Optional<String> repeated = adds ? Repeats.of(i, infos, columns) : Optional.empty();
                infos.set(i, info.withAdditivity(repeated.map(Meanings::ofEach).orElse(additivity)));
            }
        }
        return infos;
    }

    private static Additivity ofEach(String label) {
        return new Additivity(Additivity.Kind.AVERAGE, Words.say("meaning.itIsTheSameIn", "label", label));
    }

    /** Days that stand for years or months, going by heading and values, are shown as those. */
    private static ColumnInfo withPeriod(ColumnInfo info, Column column) {
        if (info.type() != ColumnType.DATE || info.format() != null) {
            return info;
        }
        boolean years = TimeWords.isOfYears(info.label());
        boolean months = TimeWords.isOf(info.label(), "MONTH");
        if (!(years || months) || !(column instanceof LongColumn days) || days.isAllBlank()) {
            return info;
        }
        long before = Long.MIN_VALUE;
        for (int row = 0; row < days.rowCount(); row++) {
            long day = days.value(row);
            if (day == before || days.isBlank(row)) {
                continue;
            }
            before = day;
            LocalDate date = LocalDate.ofEpochDay(day);
            if (date.getDayOfMonth() != 1 || (years && date.getMonthValue() != 1)) {
                return info;
            }
        }
        return info.withFormat(years ? ColumnFormat.YEAR : ColumnFormat.MONTH);
    }

    /** Of a column that is a month or a year: what the table is of, as its name says. */
    private static Additivity ofPeriod(ColumnInfo info, String table) {
        String named = table.replaceAll("\\.\\p{Alnum}{1,5}$", "");
        Additivity of = AdditivityRules.of(
                new HeadingWords(named), info.format(), null, new AdditivityRules.Setting(AT_ONE_MOMENT, false));
        return of.equals(AdditivityRules.UNKNOWN)
                ? of
                : new Additivity(of.kind(), Words.say("meaning.theTableIsNamed", "named", named));
    }

    private static Additivity additivity(
            ColumnInfo info, Column column, AdditivityRules.Setting setting, String table) {
        if (TimeWords.isPeriod(info.label())) {
            return ofPeriod(info, table);
        }
        return AdditivityRules.of(new HeadingWords(info.label()), info.format(), ColumnFacts.of(column), setting);
    }

    /** Whether the numbers are amounts of money that add up. */
    public static boolean isMoney(ColumnInfo info) {
        Additivity additivity = info.additivity();
        boolean adds = additivity != null && additivity.kind() == Additivity.Kind.SUM;
        ColumnFormat format = info.format();
        boolean money = format != null && format.kind() == ColumnFormat.Kind.MONEY;
        return adds && (money || new HeadingWords(info.label()).has(Vocabulary.MONEY));
    }

    /** Of numbers that are averaged: small for what people ask for, such as prices and scores, large where nothing is known. */
    public static int dullness(Additivity averaged) {
        return AdditivityRules.dullness(averaged);
    }

    /** How a number column adds up; of records that do not say, by its heading. */
    public static Additivity additivity(ColumnInfo info) {
        Additivity known = info.additivity();
        return known != null ? known : byHeading(info.label(), info.format());
    }

    /** Whether it is a level, such as a stock, in a table of one moment. */
    public static boolean isOfOneMoment(ColumnInfo info) {
        return AT_ONE_MOMENT.equals(info.additivity());
    }

    /** How numbers under a heading add up where nothing else is known of them. */
    public static Additivity byHeading(String label, @Nullable ColumnFormat format) {
        return AdditivityRules.of(
                new HeadingWords(label), format, null, new AdditivityRules.Setting(AT_ODD_TIMES, false));
    }

    /** A number or code beside a name that stands for the same thing, one for each: it identifies, and is not measured. */
    private static void nameCodes(List<ColumnInfo> infos, List<? extends Column> columns) {
        for (int i = 0; i < infos.size(); i++) {
            ColumnInfo code = infos.get(i);
            boolean text = code.type() == ColumnType.TEXT && Naming.isCode(code.label());
            boolean number = code.type() == ColumnType.WHOLE;
            if (!(text || number) || (code.role() != Role.MEASURE && code.role() != Role.CATEGORY)) {
                continue;
            }
            for (int j = 0; j < infos.size(); j++) {
                ColumnInfo name = infos.get(j);
                boolean named = j != i
                        && name.type() == ColumnType.TEXT
                        && !Naming.isCode(name.label())
                        && (text || sharesWord(code.label(), name.label()))
                        && areOneToOne(columns.get(i), (TextColumn) columns.get(j));
                if (named) {
                    infos.set(i, code.withRole(Role.IDENTIFIER));
                    break;
                }
            }
        }
    }

    private static boolean sharesWord(String a, String b) {
        Set<String> shared = new HashSet<>(new HeadingWords(a).all());
        shared.retainAll(new HeadingWords(b).all());
        shared.removeAll(Vocabulary.STRONG_NAMING);
        return !shared.isEmpty();
    }

    private static boolean areOneToOne(Column codes, TextColumn names) {
        Map<Long, Integer> nameOf = new HashMap<>();
        Map<Integer, Long> codeOf = new HashMap<>();
        int rows = Math.min(ColumnFacts.SAMPLE, codes.rowCount());
        for (int row = 0; row < rows; row++) {
            if (codes.isBlank(row) || names.isBlank(row)) {
                continue;
            }
            int name = names.codes().code(row);
            long code = codes instanceof LongColumn longs
                    ? longs.value(row)
                    : ((TextColumn) codes).codes().code(row);
            if (nameOf.merge(code, name, (old, now) -> old) != name
                    || codeOf.merge(name, code, (old, now) -> old) != code) {
                return false;
            }
        }
        return nameOf.size() > 1;
    }

    private static AdditivityRules.Setting setting(List<ColumnInfo> infos, List<? extends Column> columns) {
        Schema schema = new Schema(infos);
        Map<String, int[]> counts = new HashMap<>();
        for (int i = 0; i < infos.size(); i++) {
            if (infos.get(i).isTime()) {
                counts.put(infos.get(i).name(), rowsAtEachTime((LongColumn) columns.get(i)));
            }
        }
        Optional<ColumnInfo> time = MainTime.of(schema, info -> counts.getOrDefault(info.name(), new int[0]).length);
        if (time.isEmpty() || MainTime.isOfPast(time.get())) {
            boolean periods = infos.stream()
                    .anyMatch(info -> info.role() == Role.CATEGORY
                            && new HeadingWords(info.label()).all().stream().anyMatch(PERIODS::contains));
            return new AdditivityRules.Setting(periods ? AT_ODD_TIMES : AT_ONE_MOMENT, false);
        }
        LongColumn times = (LongColumn) columns.get(infos.indexOf(time.get()));
        int[] rows = counts.getOrDefault(time.get().name(), new int[0]);
        int last = rows[rows.length - 1];
        Arrays.sort(rows);
        int most = rows[rows.length - 1];
        int middle = rows[rows.length / 2];
        boolean regular = last >= middle * NEARLY && most <= middle / NEARLY && isNearlyFull(times);
        return new AdditivityRules.Setting(regular ? OVER_TIME : AT_ODD_TIMES, most == 1);
    }

    /** Whether hardly a row has no time: a level without one would be of no moment. */
    private static boolean isNearlyFull(LongColumn times) {
        int rows = Math.min(times.rowCount(), LOOKED_AT);
        int blank = 0;
        for (int row = 0; row < rows; row++) {
            blank += times.isBlank(row) ? 1 : 0;
        }
        return blank * FEW_BLANKS <= rows;
    }

    /** How many rows each different time has, from the earliest to the latest; of a large table the first rows are counted. */
    private static int[] rowsAtEachTime(LongColumn times) {
        Map<Long, Integer> counts = new TreeMap<>();
        for (int row = 0; row < Math.min(times.rowCount(), LOOKED_AT); row++) {
            if (!times.isBlank(row)) {
                counts.merge(times.value(row), 1, Integer::sum);
            }
        }
        if (times.rowCount() > LOOKED_AT && counts.size() > 2) {
            counts.remove(times.value(LOOKED_AT - 1)); // cut off in its midst
        }
        return counts.values().stream().mapToInt(Integer::intValue).toArray();
    }
}
