package keensparrow.formats.text;

import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.IllegalCharsetNameException;
import java.nio.charset.UnsupportedCharsetException;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Pattern;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.layout.ReadingChoices;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import keensparrow.formats.detect.Delimiter;
import keensparrow.formats.detect.Encodings;
import keensparrow.formats.detect.FileKind;
import keensparrow.formats.detect.Positions;
import keensparrow.formats.detect.Prose;
import org.jspecify.annotations.Nullable;

/**
 * How a delimited text is written, and why it is thought so.
 *
 * @param markLength bytes at the start that are no text
 * @param quote around cells; 0 for none
 * @param escape before a quote that is part of a cell, in place of doubling it; 0 for none
 * @param comment what lines that are left out begin with; 0 for none
 * @param commentedHeading line, from 0, of headings that stand behind the mark of comments; −1 for none
 * @param positions where columns but the first begin that no sign parts; empty where a delimiter does
 * @param damage what is no text of that encoding, as a sentence; null where all is
 * @param remarks so many lines with text at the start are one cell each, whatever is in them
 */
public record TextFormat(
        Charset charset,
        int markLength,
        String encodingReason,
        char delimiter,
        String delimiterReason,
        char quote,
        char escape,
        char comment,
        int commentedHeading,
        int remarks,
        @Nullable String damage,
        List<Integer> positions) {
    private static final char COMMENT = '#';
    private static final Pattern SINGLE_QUOTED = Pattern.compile("(?m)(^|[,;\\t|])'[^'\\n]*'(?=$|[,;\\t|\\r])");

    /**
     * Found from the content, where the author says nothing else.
     *
     * @param name what people call the file
     * @throws UserException FILE_NOT_READABLE for a text that is no table
     */
    public static TextFormat find(Path file, String name, ReadingChoices choices) throws IOException {
        Encodings.Found encoding = encoding(file, choices.encoding());
        byte[] head = FileKind.head(file);
        String text = new String(head, encoding.markLength(), head.length - encoding.markLength(), encoding.charset());
        char quote = choices.quote() != null ? one(choices.quote(), Words.say("formats.text.theQuote")) : quote(text);
        char escape = choices.escape() != null
                ? one(choices.escape(), Words.say("formats.text.theEscape"))
                : escape(text, quote);
        String plain = escape == 0 ? text : text.replace("" + escape + quote, "");
        Delimiter.Found delimiter = choices.delimiter() != null
                ? new Delimiter.Found(delimiter(choices.delimiter()), Words.say("formats.text.chosenByHand"))
                : Delimiter.find(plain, quote);
        List<Integer> positions = List.of();
        boolean spaces = delimiter.delimiter() == ' ' && choices.delimiter() == null;
        if (spaces) {
            positions = Positions.underHeadings(plain);
        }
        if (!positions.isEmpty()) {
            delimiter = new Delimiter.Found(
                    PositionsReader.DELIMITER, Words.say("formats.text.columnsStandUnderTheirHeadings"));
        } else if (choices.delimiter() == null && !Delimiter.partsLines(plain, quote)) {
            positions = Positions.find(plain);
            if (!positions.isEmpty()) {
                delimiter =
                        new Delimiter.Found(PositionsReader.DELIMITER, Words.say("formats.text.columnsStandAtTheSame"));
            } else if (Prose.isProse(plain)) {
                throw new UserException(ErrorCode.FILE_NOT_READABLE, Text.of("formats.text.isATextToBe", "name", name));
            }
        }
        int heading = commentedHeading(text, delimiter.delimiter());
        char comment = choices.comment() != null
                ? one(choices.comment(), Words.say("formats.text.theMarkOfComments"))
                : heading >= 0 ? COMMENT : comment(text, delimiter.delimiter());
        return new TextFormat(
                encoding.charset(),
                encoding.markLength(),
                encoding.reason(),
                delimiter.delimiter(),
                delimiter.reason(),
                quote,
                escape,
                comment,
                comment == COMMENT ? heading : -1,
                delimiter.remarks(),
                encoding.damage(),
                positions);
    }

    private static Encodings.Found encoding(Path file, @Nullable String wanted) throws IOException {
        Encodings.Found found = Encodings.find(file);
        if (wanted == null) {
            return found;
        }
        try {
            Charset charset = Charset.forName(wanted);
            int mark = charset.equals(found.charset()) ? found.markLength() : 0;
            return new Encodings.Found(charset, mark, Words.say("formats.text.chosenByHand"));
        } catch (IllegalCharsetNameException | UnsupportedCharsetException e) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST,
                    Text.of(
                            "formats.text.thereIsNoEncodingChoose",
                            "wanted",
                            UserException.quote(wanted),
                            "names",
                            String.join(", ", Encodings.NAMES)));
        }
    }

    private static char one(String text, String what) {
        if (text.length() > 1) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST, Text.of("formats.text.mustBeOneCharacterOr", "what", what));
        }
        return text.isEmpty() ? 0 : text.charAt(0);
    }

    private static char delimiter(String text) {
        if (text.length() != 1 || text.equals("\n") || text.equals("\r")) {
            throw new UserException(ErrorCode.INVALID_REQUEST, Text.of("formats.text.theDelimiterMustBeOne"));
        }
        return text.charAt(0);
    }

    private static char quote(String text) {
        return text.indexOf('"') < 0
                        && text.indexOf('\'') >= 0
                        && SINGLE_QUOTED.matcher(text).results().limit(4).count() == 4
                ? '\''
                : '"';
    }

    private static char escape(String text, char quote) {
        if (quote == 0 || text.indexOf("\\" + quote) < 0) {
            return 0;
        }
        boolean escaped = Pattern.compile("\\\\" + quote + "[^,;\\t|\\r\\n]")
                .matcher(text)
                .find();
        boolean doubled = Pattern.compile("[^,;\\t|\\r\\n]" + quote + quote + "[^,;\\t|\\r\\n]")
                .matcher(text)
                .find();
        return escaped && !doubled ? '\\' : 0;
    }

    /**
     * The last of several lines of comments before the first row, where it is cut as that is and has words: headings. A
     * single such line is a row like others, whose first heading begins with the mark.
     */
    private static int commentedHeading(String text, char delimiter) {
        String[] lines = text.split("\\R", 400);
        int last = -1;
        int comments = 0;
        for (int line = 0; line < lines.length; line++) {
            if (lines[line].startsWith("#")) {
                last = line;
                comments++;
            } else if (!lines[line].isBlank()) {
                long cells = cuts(lines[line], delimiter);
                boolean alike = comments > 1
                        && cells > 0
                        && cuts(lines[last].substring(1).strip(), delimiter) == cells;
                return alike && lines[last].chars().anyMatch(Character::isLetter) ? last : -1;
            }
        }
        return -1;
    }

    private static long cuts(String line, char delimiter) {
        return line.chars().filter(c -> c == delimiter).count();
    }

    /** Lines that begin with # are comments where they are not cut like the others, or are several but not most. */
    private static char comment(String text, char delimiter) {
        int marked = 0;
        int rows = 0;
        long longest = 0;
        long cells = -1;
        for (String line : text.split("\\R", 400)) {
            long count = cuts(line, delimiter);
            if (line.startsWith("#")) {
                marked++;
                longest = Math.max(longest, count);
            } else if (!line.isBlank()) {
                rows++;
                cells = cells < 0 && count > 0 ? count : cells;
            }
        }
        boolean someRows = marked > 1 && (marked < rows || longest != cells);
        return someRows || (marked == 1 && longest != cells) ? COMMENT : 0;
    }
}
