package keensparrow.core.infer.load;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import keensparrow.core.column.Column;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.guess.ColumnPlan;
import keensparrow.core.infer.guess.FormatHints;
import keensparrow.core.infer.guess.Headings;
import keensparrow.core.infer.guess.SourceGuess;
import keensparrow.core.infer.guess.TypeOverride;
import keensparrow.core.infer.source.BlockReader;
import keensparrow.core.infer.source.LoadWatch;
import keensparrow.core.infer.source.RowSource;
import keensparrow.core.meaning.Meanings;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import org.jspecify.annotations.Nullable;

/**
 * Reads one or several sources of the same shape into one table. No text of a file is held in memory: a source is read
 * twice, first to decide the types over all values, then into columns of those types; or once, where its first rows
 * decide for all.
 */
public final class TableLoader {
    /** More columns than this are refused. */
    public static final int MAX_COLUMNS = SourceGuess.MAX_COLUMNS;

    private static final String FILE = "File";

    private final List<RowSource> sources;
    private final LoadOptions wishes;
    private final LoadWatch watch;
    private final String sourceLabel;

    /**
     * @param sources at least one; their rows follow each other, and with several a column says which one each is from
     * @param wanted types asked for by column name, in place of those found
     * @param earlier how the version before was read; empty for the first
     */
    public TableLoader(
            List<? extends RowSource> sources,
            Map<String, TypeOverride> wanted,
            List<ColumnPlan> earlier,
            LoadWatch watch) {
        this(sources, wanted, earlier, watch, FormatHints.UNKNOWN, FormatHints.UNKNOWN, FILE);
    }

    /**
     * @param told how columns that could be read in two ways are written, as the author says
     * @param hint what else speaks for one way or the other, where no column does
     * @param sourceLabel of the column that says which source each row is from
     */
    public TableLoader(
            List<? extends RowSource> sources,
            Map<String, TypeOverride> wanted,
            List<ColumnPlan> earlier,
            LoadWatch watch,
            FormatHints told,
            FormatHints hint,
            String sourceLabel) {
        this.sources = List.copyOf(sources);
        this.wishes = new LoadOptions(wanted, earlier, told, hint);
        this.watch = watch;
        this.sourceLabel = sourceLabel;
    }

    /**
     * @throws UserException FILE_NO_ROWS without a row below the headings; FILE_SHAPES_DIFFER when the sources have
     *     other columns; VERSION_DOES_NOT_FIT when columns of the version before are missing or hold other things
     */
    public LoadedTable load() {
        try {
            if (sources.size() > 1) {
                return twice(false, null);
            }
            SinglePassLoader once = new SinglePassLoader(sources.get(0), wishes, watch);
            LoadedTable quick = once.read();
            return quick != null ? quick : twice(true, once.whole());
        } catch (BlockReader.NotPlain e) {
            return twice(false, null);
        }
    }

    private LoadedTable twice(boolean inBlocks, @Nullable SourceGuess looked) {
        return new TwoPassLoader(sources, wishes, watch, sourceLabel, inBlocks).read(looked);
    }

    /** @param table what people call what is read */
    static List<ColumnInfo> infos(List<ColumnPlan> plan, List<Column> columns, String table) {
        List<ColumnInfo> infos = new ArrayList<>();
        List<String> labels =
                Headings.labels(plan.stream().map(ColumnPlan::heading).toList());
        for (int i = 0; i < plan.size(); i++) {
            ColumnPlan of = plan.get(i);
            Column column = columns.get(i);
            infos.add(new ColumnInfo(
                    of.name(),
                    labels.get(i),
                    column.type(),
                    Role.TEXT, // until all columns have been looked at together
                    of.format()));
        }
        return Meanings.of(infos, columns, table);
    }
}
