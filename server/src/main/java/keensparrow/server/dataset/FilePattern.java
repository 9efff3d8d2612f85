package keensparrow.server.dataset;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.prepare.NamePattern;
import keensparrow.core.words.Text;

/**
 * Which files join those that a dataset is made of: {@code departures-*.csv} remembers that they were put under one
 * another, so that the next month joins by itself. A star stands for any characters, or none; case does not matter.
 */
record FilePattern(String pattern) {
    private static final int MAX_LENGTH = 200;
    private static final int LEAST = 3; // characters that files have in common, besides their ending

    /** @throws UserException INVALID_REQUEST for one that is too long, or fits every name */
    static FilePattern of(String written) {
        String pattern = written.strip();
        if (pattern.length() > MAX_LENGTH || pattern.replace("*", "").isBlank()) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST, Text.of("server.dataset.filePatternNames", "most", MAX_LENGTH));
        }
        return new FilePattern(pattern);
    }

    /** What several files have in common: what changes between them, and numbers around it, may be anything. */
    static Optional<FilePattern> proposed(List<String> names) {
        if (names.size() < 2) {
            return Optional.empty();
        }
        String begin = names.get(0);
        String end = names.get(0);
        for (String name : names) {
            int same = 0;
            while (same < Math.min(begin.length(), name.length()) && begin.charAt(same) == name.charAt(same)) {
                same++;
            }
            begin = begin.substring(0, same);
        }
        for (String name : names) {
            int same = 0;
            int most = Math.min(end.length(), name.length() - begin.length());
            while (same < most && end.charAt(end.length() - 1 - same) == name.charAt(name.length() - 1 - same)) {
                same++;
            }
            end = end.substring(end.length() - same);
        }
        begin = begin.replaceFirst("\\d+$", "");
        end = end.replaceFirst("^\\d+", "");
        String pattern = begin + "*" + end;
        boolean telling = begin.length() >= LEAST || end.indexOf('.') >= LEAST;
        return telling && pattern.length() <= MAX_LENGTH ? Optional.of(new FilePattern(pattern)) : Optional.empty();
    }

    boolean fits(String name) {
        return NamePattern.fits(pattern, name);
    }

    /** Those that are there with those that come, of which one takes the place of one of its name. */
    static List<Dataset.FileRef> joined(List<Dataset.FileRef> before, List<Dataset.FileRef> coming) {
        Map<String, Dataset.FileRef> files = new LinkedHashMap<>();
        before.forEach(file -> files.put(file.name().toLowerCase(Locale.ROOT), file));
        coming.forEach(file -> files.put(file.name().toLowerCase(Locale.ROOT), file));
        return List.copyOf(files.values());
    }
}
