package keensparrow.formats;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import keensparrow.core.infer.guess.TypeOverride;
import keensparrow.core.infer.load.LoadedTable;
import keensparrow.core.infer.source.LoadWatch;
import keensparrow.core.layout.ReadingChoices;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Table;
import keensparrow.formats.document.Document;
import keensparrow.formats.document.Reading;

/** Files into tables, as the server does it. */
public final class Loading {
    private Loading() {}

    public static LoadedTable load(Path file, ReadingChoices choices) throws IOException {
        try (Document document = Document.open(file, file.getFileName().toString(), choices)) {
            return new Reading(List.of(document), choices).load(Map.of(), List.of(), LoadWatch.NONE);
        }
    }

    public static Table load(Path file, Map<String, TypeOverride> wanted) throws IOException {
        try (Document document = Document.open(file, file.getFileName().toString(), ReadingChoices.AS_FOUND)) {
            return new Reading(List.of(document), ReadingChoices.AS_FOUND)
                    .load(wanted, List.of(), LoadWatch.NONE)
                    .table();
        }
    }

    public static LoadedTable load(Path file) throws IOException {
        return load(file, ReadingChoices.AS_FOUND);
    }

    public static LoadedTable load(Path folder, String name, byte[] bytes) throws IOException {
        return load(Files.write(folder.resolve(name), bytes));
    }

    public static List<String> labels(Table table) {
        return table.schema().columns().stream().map(ColumnInfo::label).toList();
    }

    /** A row as it is written plainly; blank is an empty text. */
    public static List<String> row(Table table, int row) {
        List<String> cells = new ArrayList<>();
        for (ColumnInfo info : table.schema().columns()) {
            cells.add(
                    table.column(info.name()).isBlank(row)
                            ? ""
                            : String.valueOf(table.column(info.name()).plain(row)));
        }
        return cells;
    }
}
