package keensparrow.formats.document;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.guess.ColumnPlan;
import keensparrow.core.infer.guess.FormatHints;
import keensparrow.core.infer.guess.Headings;
import keensparrow.core.infer.guess.TypeOverride;
import keensparrow.core.infer.load.LoadReport;
import keensparrow.core.infer.load.LoadedTable;
import keensparrow.core.infer.load.TableLoader;
import keensparrow.core.infer.source.LoadWatch;
import keensparrow.core.infer.source.RowSource;
import keensparrow.core.layout.AreaSource;
import keensparrow.core.layout.FoundTable;
import keensparrow.core.layout.HeadSheet;
import keensparrow.core.layout.RawSheet;
import keensparrow.core.layout.ReadingChoices;
import keensparrow.core.layout.TableChoice;
import keensparrow.core.layout.TableFinder;
import keensparrow.core.sentence.Wording;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import keensparrow.formats.text.TextFormat;
import org.jspecify.annotations.Nullable;

/** Which tables of opened files are read, under one another, and what is said about it. */
public final class Reading {
    private static final int MAX_DIFFERENT = 2; // columns
    private static final double MOSTLY = 0.7;
    private static final int ROWS_OF_SAMPLE = 1000;
    private static final int COLUMNS_OF_SAMPLE = 300;

    private final List<Chosen> chosen = new ArrayList<>();
    private final List<String> notes = new ArrayList<>();
    private final boolean severalFiles;
    private final ReadingChoices choices;

    /** A table that is read. */
    public record Chosen(Document.Part part, int table, FoundTable found, TableChoice choice) {}

    /** @throws UserException INVALID_REQUEST when a choice names a sheet that is not there */
    public Reading(List<Document> documents, ReadingChoices choices) {
        this.choices = choices;
        severalFiles = documents.size() > 1;
        Set<String> shape = null;
        for (Document document : documents) {
            List<Chosen> of = choose(document, choices, shape);
            shape = shape == null ? shape(of.get(0).found) : shape;
            chosen.addAll(of);
            notes.addAll(document.notes());
            tell(document, of);
        }
    }

    private List<Chosen> choose(Document document, ReadingChoices choices, @Nullable Set<String> shape) {
        List<TableChoice> wanted = choices.tables();
        if (wanted != null) {
            return wanted.stream().map(choice -> named(document, choice)).toList();
        }
        List<Chosen> all = new ArrayList<>();
        for (Document.Part part : document.parts()) {
            for (int i = 0; i < part.tables().size(); i++) {
                all.add(new Chosen(
                        part,
                        i,
                        part.tables().get(i),
                        TableChoice.of(part.sheet().name(), i)));
            }
        }
        Map<Set<String>, List<Chosen>> byShape = new LinkedHashMap<>();
        all.forEach(one -> byShape.computeIfAbsent(shape(one.found), key -> new ArrayList<>())
                .add(one));
        if (shape != null) {
            List<Chosen> likeFirst = similar(all, shape);
            if (!likeFirst.isEmpty()) {
                return likeFirst;
            }
        }
        Optional<List<Chosen>> best = byShape.entrySet().stream()
                .max(Comparator.comparingDouble(group -> score(group.getKey(), group.getValue())))
                .map(Map.Entry::getValue);
        List<Chosen> group = best.orElseThrow(() -> new UserException(
                ErrorCode.FILE_NO_ROWS, Text.of("formats.document.inNoTableWasFound", "document", document.name())));
        boolean alike = shape(group.get(0).found).size() > 1
                && group.get(0).found.area().headingRows() > 0;
        return alike
                ? similar(all, shape(group.get(0).found))
                : List.of(group.stream()
                        .max(Comparator.comparingDouble(one -> one.found.score()))
                        .orElseThrow());
    }

    /** Tables of that shape, or of nearly that: a column more or less does not keep a month out. */
    private static List<Chosen> similar(List<Chosen> all, Set<String> shape) {
        return all.stream()
                .filter(one -> areSimilar(shape, shape(one.found)))
                .filter(one -> one.found.area().headingRows() > 0 || shape.equals(shape(one.found)))
                .toList();
    }

    private static boolean areSimilar(Set<String> a, Set<String> b) {
        Set<String> shared = new TreeSet<>(a);
        shared.retainAll(b);
        int larger = Math.max(a.size(), b.size());
        boolean few = larger - shared.size() <= MAX_DIFFERENT && shared.size() * 2 >= larger && shared.size() > 1;
        return a.equals(b) || few || shared.size() >= larger * MOSTLY;
    }

    private static double score(Set<String> shape, List<Chosen> group) {
        double sum = group.stream().mapToDouble(one -> one.found.score()).sum();
        double largest =
                group.stream().mapToDouble(one -> one.found.score()).max().orElse(0);
        return shape.size() > 1 ? sum : largest;
    }

    /** Tables with the same headings, in whatever order, have the same shape. */
    private static Set<String> shape(FoundTable table) {
        Set<String> shape = new TreeSet<>();
        for (String heading : table.headings()) {
            shape.add(Headings.loosely(heading));
        }
        return shape;
    }

    private static Chosen named(Document document, TableChoice choice) {
        for (Document.Part part : document.parts()) {
            if (choice.isOf(part.file(), part.sheet().name()) && !part.tables().isEmpty()) {
                int table = choice.table() == null
                        ? 0
                        : Math.max(0, Math.min(choice.table(), part.tables().size() - 1));
                return new Chosen(part, table, TableFinder.chosen(part.sheet(), part.tables(), choice), choice);
            }
        }
        throw new UserException(
                ErrorCode.INVALID_REQUEST,
                choice.file() == null
                        ? Text.of(
                                "formats.document.hasNoSheetWithA",
                                "document",
                                document.name(),
                                "sheet",
                                UserException.quote(String.valueOf(choice.sheet())))
                        : Text.of(
                                "formats.document.holdsNoFileWithA",
                                "document",
                                document.name(),
                                "file",
                                UserException.quote(choice.file())));
    }

    private void tell(Document document, List<Chosen> of) {
        boolean several = of.size() > 1;
        for (Chosen one : of) {
            TextFormat text = one.part.text();
            if (text != null && text.damage() != null) {
                notes.add(text.damage());
            }
            String where = several || document.parts().size() > 1
                    ? place(one) + ": "
                    : severalFiles ? "“" + document.name() + "”: " : "";
            one.part.sheet().notes().forEach(note -> notes.add(where + note));
            one.found.notes().forEach(note -> notes.add(where + note));
            tellHidden(one, where);
        }
        boolean same = of.stream().map(one -> shape(one.found)).distinct().count() == 1;
        boolean alike = of.stream().allMatch(one -> areSimilar(shape(of.get(0).found), shape(one.found)));
        if (several && !alike) {
            notes.add(Words.say("formats.document.theTablesHaveDifferentColumns"));
        } else if (several) {
            notes.add(Words.say(
                    "formats.document.werePutUnderOneAnother",
                    "of",
                    Wording.capital(Wording.small(of.size())),
                    "sheet",
                    of.get(0).part.sheet().name().isEmpty(),
                    "same",
                    same));
        }
        List<String> others = new ArrayList<>();
        for (Document.Part part : document.parts()) {
            for (int i = 0; i < part.tables().size(); i++) {
                FoundTable table = part.tables().get(i);
                int index = i;
                boolean used = of.stream().anyMatch(one -> one.part == part && one.table == index);
                if (!used) {
                    others.add(Words.say(
                            "formats.document.fromRow",
                            "sheet",
                            part.sheet().name().isEmpty(),
                            "file",
                            part.file(),
                            "sheet2",
                            part.sheet().name(),
                            "headingRow",
                            Math.max(1, table.area().headingRow())));
                }
            }
        }
        if (!others.isEmpty()) {
            notes.add(Words.say(
                    "formats.document.notLoaded",
                    "others",
                    others.size(),
                    "others2",
                    Wording.all(others.subList(0, Math.min(6, others.size()))),
                    "others3",
                    others.size() > 6,
                    "others4",
                    others.size() - 6));
        }
    }

    private void tellHidden(Chosen one, String where) {
        int rows = one.part.sheet().hiddenRows().size();
        int columns = one.part.sheet().hiddenColumns().size();
        boolean readRows = !Boolean.FALSE.equals(one.choice.hiddenRows());
        boolean readColumns = !Boolean.FALSE.equals(one.choice.hiddenColumns());
        if (rows > 0) {
            notes.add(Words.say(
                    "formats.document.hiddenInTheSheetAnd",
                    "where",
                    where,
                    "rows",
                    rows,
                    "rows2",
                    Wording.number(rows),
                    "readRows",
                    readRows));
        }
        if (columns > 0) {
            notes.add(Words.say(
                    "formats.document.hiddenInTheSheetAnd2",
                    "where",
                    where,
                    "columns",
                    columns,
                    "readColumns",
                    readColumns));
        }
    }

    private static String place(Chosen one) {
        String sheet = one.part.sheet().name();
        return "“" + (sheet.isEmpty() ? one.part.file() : sheet) + "”";
    }

    public List<Chosen> chosen() {
        return List.copyOf(chosen);
    }

    /** What was left out and why, as sentences. */
    public List<String> notes() {
        return List.copyOf(notes);
    }

    /** What the column is called that says where each row is from: File or Sheet. */
    public String sourceLabel() {
        boolean sheets =
                chosen.stream().noneMatch(one -> one.part.sheet().name().isEmpty());
        return sheets && !severalFiles ? Words.say("formats.document.sheet") : Words.say("formats.document.file");
    }

    /** The rows of the tables, one source for each. */
    public List<RowSource> sources() {
        boolean bySheet = sourceLabel().equals("Sheet") && chosen.size() > 1;
        boolean both = severalFiles
                && chosen.stream().map(one -> one.part.file()).distinct().count() < chosen.size();
        List<RowSource> sources = new ArrayList<>();
        for (Chosen one : chosen) {
            String file = one.part.file();
            String sheet = one.part.sheet().name();
            String name = bySheet ? sheet : both ? file + ", " + sheet : file;
            sources.add(new AreaSource(name, one.part.sheet(), one.found, one.choice));
        }
        return sources;
    }

    /**
     * Reads the rows into a table; what was left out is told first.
     *
     * @param wanted how the author wants columns read, by name
     * @param earlier how the version before was read; empty for the first
     * @throws UserException as {@link TableLoader#load}
     */
    public LoadedTable load(Map<String, TypeOverride> wanted, List<ColumnPlan> earlier, LoadWatch watch) {
        LoadedTable loaded = loader(sources(), wanted, earlier, watch).load();
        List<String> all = new ArrayList<>(notes);
        all.addAll(loaded.report().notes());
        LoadReport report = loaded.report();
        return new LoadedTable(
                loaded.table(),
                loaded.plan(),
                new LoadReport(all, report.conversionErrors(), report.conversionErrorCount(), report.ambiguities()));
    }

    private TableLoader loader(
            List<? extends RowSource> sources,
            Map<String, TypeOverride> wanted,
            List<ColumnPlan> earlier,
            LoadWatch watch) {
        FormatHints told = new FormatHints(choices.decimalMark(), choices.dates());
        return new TableLoader(sources, wanted, earlier, watch, told, decimalMarkByDelimiter(), sourceLabel());
    }

    /** Where commas part the cells no program writes decimal commas; where semicolons do, most do. */
    private FormatHints decimalMarkByDelimiter() {
        List<Character> delimiters = chosen.stream()
                .map(one -> one.part.text() == null
                        ? Character.valueOf('\0')
                        : Character.valueOf(one.part.text().delimiter()))
                .distinct()
                .toList();
        if (delimiters.equals(List.of(';'))) {
            return new FormatHints(',', null);
        }
        return delimiters.equals(List.of(',')) ? new FormatHints('.', null) : FormatHints.UNKNOWN;
    }

    /** A table of which only the first rows were read, and the columns of the sheet, from 0, that its columns are. */
    public record Sample(LoadedTable loaded, List<Integer> columns) {}

    /**
     * How the columns of one of the tables come out, from its first rows alone: what is written further down may decide
     * otherwise. Nothing when there are no rows in it, or too many columns to look at.
     */
    public Optional<Sample> sample(Chosen one) {
        RawSheet head = new HeadSheet(one.part.sheet(), ROWS_OF_SAMPLE);
        AreaSource source = new AreaSource(one.part.file(), head, one.found, one.choice);
        List<Integer> columns = source.columns();
        if (columns.isEmpty() || columns.size() > COLUMNS_OF_SAMPLE) {
            return Optional.empty();
        }
        try {
            LoadedTable loaded =
                    loader(List.of(source), Map.of(), List.of(), LoadWatch.NONE).load();
            return Optional.of(new Sample(loaded, columns));
        } catch (UserException e) {
            return Optional.empty(); // said when it is loaded
        }
    }
}
