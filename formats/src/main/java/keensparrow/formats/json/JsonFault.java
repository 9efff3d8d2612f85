package keensparrow.formats.json;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonLocation;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonProcessingException;
import java.io.BufferedReader;
import java.io.IOException;
import java.nio.charset.MalformedInputException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** What is wrong in a JSON text and where, in a person's words. */
record JsonFault(String text) {
    private static final JsonFactory FACTORY = new JsonFactory();
    private static final Pattern CHARACTER = Pattern.compile("Unexpected character \\('(.)'");
    private static final Pattern TOKEN = Pattern.compile("Unrecognized token '([^']{1,40})");

    static JsonFault of(Path file, JsonProcessingException e) throws IOException {
        JsonFault ofLine = inLines(file);
        if (ofLine != null) {
            return ofLine;
        }
        JsonLocation at = e.getLocation();
        return new JsonFault(
                why(e) + (at == null ? "" : ", in line " + at.getLineNr() + ", column " + at.getColumnNr()));
    }

    /** In a text of one object a line the first line that is none by itself; the parser would only notice further down. */
    private static @Nullable JsonFault inLines(Path file) throws IOException {
        try (BufferedReader lines = Files.newBufferedReader(file, StandardCharsets.UTF_8)) {
            long number = 0;
            long whole = 0;
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                number++;
                if (line.isBlank()) {
                    continue;
                }
                if (!line.startsWith("{") && whole == 0) {
                    return null;
                }
                JsonProcessingException fault = fault(line);
                if (fault == null) {
                    whole++;
                } else if (whole == 0 && line.strip().length() < 3) {
                    return null; // an object that is set out over several lines
                } else {
                    return whole == 0
                            ? null
                            : new JsonFault(Words.say("formats.json.noWholeObject", "line", number, "why", why(fault)));
                }
            }
            return null;
        } catch (MalformedInputException e) {
            return null;
        }
    }

    private static @Nullable JsonProcessingException fault(String line) throws IOException {
        try (JsonParser json = FACTORY.createParser(line)) {
            while (json.nextToken() != null) {
                json.skipChildren();
            }
            return null;
        } catch (JsonProcessingException e) {
            return e;
        }
    }

    private static String why(JsonProcessingException e) {
        String message = String.valueOf(e.getOriginalMessage());
        Matcher character = CHARACTER.matcher(message);
        Matcher token = TOKEN.matcher(message);
        if (message.startsWith("Unexpected end-of-input")) {
            return Words.say("formats.json.itEndsTooEarlyA");
        }
        if (token.find()) {
            return Words.say("formats.json.isNeitherATextIn", "group", token.group(1));
        }
        if (character.find()) {
            return Words.say("formats.json.standsWhereACommaA", "group", character.group(1));
        }
        if (message.contains("Illegal unquoted character")) {
            return Words.say("formats.json.aTextRunsOverThe");
        }
        if (message.contains("UTF-8")) {
            return Words.say("formats.json.itIsNotWrittenIn");
        }
        return Words.say("formats.json.somethingIsWrong");
    }
}
