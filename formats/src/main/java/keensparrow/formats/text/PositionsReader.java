package keensparrow.formats.text;

import java.io.BufferedReader;
import java.io.IOException;
import java.util.List;

/** Puts a delimiter between columns that stand at the same places in all lines. */
final class PositionsReader extends OneByOneReader {
    /** Stands between cells; no text has it. */
    static final char DELIMITER = '\u001f';

    private final BufferedReader lines;
    private final List<Integer> starts;
    private String ahead = "";
    private int at;

    PositionsReader(BufferedReader in, List<Integer> starts) {
        super(in);
        this.lines = in;
        this.starts = starts;
    }

    @Override
    public int read() throws IOException {
        while (at == ahead.length()) {
            String line = lines.readLine();
            if (line == null) {
                return -1;
            }
            ahead = cut(line) + "\n";
            at = 0;
        }
        return ahead.charAt(at++);
    }

    private String cut(String line) {
        StringBuilder cells = new StringBuilder();
        int from = 0;
        for (int start : starts) {
            cells.append(part(line, from, start)).append(DELIMITER);
            from = start;
        }
        String all = cells.append(part(line, from, line.length())).toString();
        return line.isBlank() || line.matches("[-=+ |_]+") ? "" : all;
    }

    private static String part(String line, int from, int to) {
        return from >= line.length()
                ? ""
                : line.substring(from, Math.min(to, line.length())).strip();
    }
}
