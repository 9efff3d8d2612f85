package keensparrow.core.infer.guess;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.IntStream;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.source.BlockReader;
import keensparrow.core.infer.source.CellBlock;
import keensparrow.core.infer.source.CellKind;
import keensparrow.core.infer.source.CellText;
import keensparrow.core.infer.source.ColumnWork;
import keensparrow.core.infer.source.LoadWatch;
import keensparrow.core.infer.source.RowCounts;
import keensparrow.core.infer.source.RowSource;
import keensparrow.core.infer.text.CellChars;
import keensparrow.core.sentence.Wording;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** The first reading of a source: its headings, and how the values of each column are written. */
public final class SourceGuess implements RowSource.CellHandler {
    /** Wider tables are not read. */
    public static final int MAX_COLUMNS = 2000;

    private final RowSource source;
    private final @Nullable SourceGuess first; // of several sources; they share its guesses
    private final LoadWatch watch;
    private final long rowsBefore;
    private final List<String> headings = new ArrayList<>();
    private List<ColumnGuess> guesses = new ArrayList<>();
    private final List<String> differences = new ArrayList<>(); // from the sources before
    private int[] targets = new int[0];
    private boolean pastHeadings;
    private boolean anything;
    private int column;
    private boolean cellBeyond;
    private long rows;
    private long shortRows;
    private long longRows;
    private long firstShort;
    private long firstLong;

    public SourceGuess(RowSource source, @Nullable SourceGuess first, LoadWatch watch, long rowsBefore) {
        this.source = source;
        this.first = first;
        this.watch = watch;
        this.rowsBefore = rowsBefore;
    }

    /** Reads the blocks of the source, column by column. */
    public void readBlocks(BlockReader reader) {
        requireFew(reader.headings().size());
        headings.addAll(reader.headings());
        endHeadings();
        List<ColumnWork.Task> tasks = new ArrayList<>();
        for (ColumnGuess guess : guesses) {
            CellText text = new CellText();
            tasks.add((block, at) -> addAll(guess, text, block, at));
        }
        counted(ColumnWork.run(reader, tasks, read -> watch.looking(rowsBefore + read)));
    }

    /** What is known once all blocks have been read, by whomever. */
    public void counted(RowCounts counts) {
        rows = counts.rows();
        shortRows = counts.shortRows();
        firstShort = counts.firstShort();
        longRows = counts.longRows();
        firstLong = counts.firstLong();
    }

    private static void addAll(ColumnGuess guess, CellText text, CellBlock block, int column) {
        byte[] bytes = block.bytes();
        for (int row = 0; row < block.rows(); row++) {
            int from = CellText.trimmedFrom(bytes, block.start(row, column), block.end(row, column));
            int to = CellText.trimmedTo(bytes, from, block.end(row, column));
            if (from < to) {
                text.read(bytes, from, to);
                guess.add(CellKind.TEXT, text.chars(), 0, text.length());
            }
        }
    }

    public RowSource source() {
        return source;
    }

    public long rows() {
        return rows;
    }

    /** Columns of this source. */
    public int width() {
        return targets.length;
    }

    List<String> headings() {
        return headings;
    }

    public List<ColumnGuess> guesses() {
        return guesses;
    }

    /** Place in the plan of a column of this source. */
    public int targetOf(int at) {
        return targets[at];
    }

    @Override
    public void cell(char[] chars, int offset, int length) {
        typed(CellKind.TEXT, chars, offset, length);
    }

    @Override
    public void typed(CellKind kind, char[] chars, int offset, int length) {
        int from = CellChars.trimmedFrom(chars, offset, offset + length);
        int to = CellChars.trimmedTo(chars, from, offset + length);
        anything |= from < to;
        int at = column++;
        if (!pastHeadings) {
            headings.add(new String(chars, from, to - from));
            requireFew(headings.size());
        } else if (at < targets.length) {
            if (from < to) {
                guesses.get(targets[at]).add(kind, chars, from, to);
            }
        } else {
            cellBeyond |= from < to;
        }
    }

    private void requireFew(int columns) {
        if (columns > MAX_COLUMNS) {
            throw new UserException(
                    ErrorCode.FILE_NOT_READABLE,
                    Text.of("guess.hasMoreThanColumnsLeave", "source", source.name(), "maxColumns", MAX_COLUMNS));
        }
    }

    @Override
    public void endRow(long line) {
        int width = column;
        column = 0;
        if (!anything && !(pastHeadings && source.hasEmptyRows())) {
            if (!pastHeadings) {
                headings.clear(); // an empty line above the headings
            }
            return;
        }
        anything = false;
        if (!pastHeadings) {
            endHeadings();
            return;
        }
        rows++;
        if (width < targets.length) {
            firstShort = shortRows++ == 0 ? line : firstShort;
        }
        if (cellBeyond) {
            firstLong = longRows++ == 0 ? line : firstLong;
            cellBeyond = false;
        }
        if ((rows & 0xFFF) == 0) {
            watch.looking(rowsBefore + rows);
        }
    }

    private void endHeadings() {
        pastHeadings = true;
        while (!headings.isEmpty() && headings.get(headings.size() - 1).isEmpty()) {
            headings.remove(headings.size() - 1); // delimiters at the end of each line
        }
        targets = new int[headings.size()];
        if (first == null) {
            for (int i = 0; i < targets.length; i++) {
                targets[i] = i;
                guesses.add(new ColumnGuess());
            }
            return;
        }
        guesses = first.guesses;
        Map<String, Integer> places = new HashMap<>();
        List<String> firstKeys = Headings.keys(first.headings);
        for (int i = 0; i < firstKeys.size(); i++) {
            places.put(firstKeys.get(i), i);
        }
        List<String> keys = Headings.keys(headings, first.headings);
        int known = (int) keys.stream().filter(places::containsKey).count();
        if (known * 2 <= Math.max(keys.size(), first.targets.length)) {
            throw differs(difference(keys, firstKeys));
        }
        List<String> only = new ArrayList<>();
        for (int i = 0; i < targets.length; i++) {
            Integer place = places.remove(keys.get(i));
            if (place == null) {
                only.add(headings.get(i));
                place = first.headings.size();
                first.headings.add(headings.get(i));
                guesses.add(new ColumnGuess());
                requireFew(first.headings.size());
            }
            targets[i] = place;
        }
        tellDifferences(
                only, places.values().stream().sorted().map(first.headings::get).toList());
    }

    private String difference(List<String> keys, List<String> firstKeys) {
        for (int i = 0; i < keys.size(); i++) {
            if (!firstKeys.contains(keys.get(i))) {
                return Words.say("guess.theColumnIsOnlyIn", "headings", headings.get(i), "source", source.name());
            }
        }
        int missing = IntStream.range(0, firstKeys.size())
                .filter(i -> !keys.contains(firstKeys.get(i)))
                .findFirst()
                .orElse(0);
        return Words.say(
                "guess.theColumnIsMissingFrom", "headings", first().headings.get(missing), "source", source.name());
    }

    private SourceGuess first() {
        return Objects.requireNonNull(first);
    }

    private void tellDifferences(List<String> only, List<String> missing) {
        if (!only.isEmpty()) {
            differences.add(Words.say(
                    "guess.andNotInThoseBefore",
                    "only",
                    only.size(),
                    "stream",
                    Wording.all(only.stream().map(name -> "“" + name + "”").toList()),
                    "source",
                    source.name()));
        }
        if (!missing.isEmpty()) {
            differences.add(Words.say(
                    "guess.inThereIsNoIts",
                    "source",
                    source.name(),
                    "stream",
                    Wording.all(missing.stream().map(name -> "“" + name + "”").toList())));
        }
    }

    private UserException differs(String what) {
        return new UserException(ErrorCode.FILE_SHAPES_DIFFER, Text.of("guess.theFilesCannotBePut", "what", what));
    }

    /** @throws UserException FILE_EMPTY when there was not even a heading */
    public void finish() {
        if (!pastHeadings) {
            throw new UserException(
                    ErrorCode.FILE_EMPTY, Text.of("guess.holdsNoHeadingsAndNo", "source", source.name()));
        }
    }

    public void addNotes(List<String> notes) {
        notes.addAll(differences);
        if (shortRows > 0) {
            notes.add(Words.say(
                    "guess.ofFewerCellsThanThere",
                    "shortRows",
                    counted(shortRows),
                    "source",
                    source.name(),
                    "shortRows2",
                    shortRows,
                    "firstShort",
                    firstShort));
        }
        if (longRows > 0) {
            notes.add(Words.say(
                    "guess.ofMoreCellsThanThere",
                    "longRows",
                    counted(longRows),
                    "source",
                    source.name(),
                    "longRows2",
                    longRows,
                    "firstLong",
                    firstLong));
        }
    }

    private static String counted(long rows) {
        return rows == 1 ? "1 row" : Words.say("guess.rows", "rows", rows);
    }
}
