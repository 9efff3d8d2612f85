package keensparrow.formats.detect;

import java.nio.charset.Charset;
import java.util.List;
import java.util.Map;

/** Tells encodings of one byte a character apart by how well their letters stand together. */
final class SingleByteCharsets {
    private static final String WESTERN = "äöüßéèàâêëïîôûùçñáíóúãõåæøœÄÖÜÉÈÀÁÍÓÚÑÇÕÃÅÆØ";
    private static final Map<String, String> COMMON = Map.of(
            "windows-1252", WESTERN,
            "ISO-8859-15", WESTERN + "šžŠŽ",
            "windows-1250", "ąćęłńóśźżĄĆĘŁŃÓŚŹŻčďěňřšťůžýáíéúČĎĚŇŘŠŤŮŽÝÁÍÉőűŐŰăâîșțşţđĐäöüßÄÖÜ",
            "ISO-8859-2", "ąćęłńóśźżĄĆĘŁŃÓŚŹŻčďěňřšťůžýáíéúČĎĚŇŘŠŤŮŽÝÁÍÉőűŐŰăâîşţđĐäöüßÄÖÜ",
            "windows-1251", "абвгдежзийклмнопрстуфхцчшщъыьэюяіїєАБВГДЕЖЗИКЛМНОПРСТУФХЦЧШЩЭЮЯ",
            "KOI8-R", "абвгдежзийклмнопрстуфхцчшщъыьэюяАБВГДЕЖЗИКЛМНОПРСТУФХЦЧШЩЭЮЯ",
            "windows-1253", "αβγδεζηθικλμνξοπρσςτυφχψωάέήίόύώΑΒΓΔΕΖΗΘΙΚΛΜΝΞΟΠΡΣΤΥΦΧΨΩ",
            "windows-1254", "ğışİöüçĞŞÖÜÇâî");
    private static final String BEHIND_WORDS = "®©™ºª¹"; // or behind numbers
    private static final double CLEARLY = 1.1;

    private SingleByteCharsets() {}

    /** The likeliest of the encodings; earlier ones win unless a later one is clearly better. */
    static String best(byte[] sample, List<String> names) {
        String best = names.get(0);
        double bestScore = score(sample, best);
        for (String name : names.subList(1, names.size())) {
            double score = score(sample, name);
            if (score > bestScore + Math.abs(bestScore) * (CLEARLY - 1) + 1) {
                best = name;
                bestScore = score;
            }
        }
        return best;
    }

    private static double score(byte[] sample, String name) {
        String text = new String(sample, Charset.forName(name));
        String common = COMMON.getOrDefault(name, "");
        double score = 0;
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c >= 0x80) {
                char before = i == 0 ? ' ' : text.charAt(i - 1);
                char after = i + 1 == text.length() ? ' ' : text.charAt(i + 1);
                score += score(c, before, after, common);
            }
        }
        return score;
    }

    private static double score(char c, char before, char after, String common) {
        if (c < 0xA0 || c == '\ufffd') {
            return -10; // a control character
        }
        boolean inWord = Character.isLetter(before) && Character.isLetter(after);
        if (BEHIND_WORDS.indexOf(c) >= 0) {
            return Character.isLetter(after) ? -3 : 1;
        }
        if (!Character.isLetter(c)) {
            return symbol(c, before, after, inWord);
        }
        double score = common.indexOf(c) >= 0 ? 2 : 0;
        boolean otherScript = Character.UnicodeScript.of(c) != Character.UnicodeScript.LATIN;
        if (otherScript) {
            score -= isLatin(before) || isLatin(after) ? 4 : 0;
        } else {
            score -= before >= 0x80 && after >= 0x80 && inWord ? 4 : 0; // accents do not stand in rows
        }
        score -= Character.isUpperCase(c) && Character.isLowerCase(before) ? 4 : 0;
        return score
                - (Character.isLowerCase(c) && Character.isUpperCase(before) && Character.isUpperCase(after) ? 3 : 0);
    }

    private static boolean isLatin(char c) {
        return Character.isLetter(c) && Character.UnicodeScript.of(c) == Character.UnicodeScript.LATIN;
    }

    private static double symbol(char c, char before, char after, boolean inWord) {
        if (c == '’') {
            return 1;
        }
        if (inWord) {
            return -4;
        }
        return switch (c) {
            case '€',
                    '£',
                    '„',
                    '“',
                    '”',
                    '–',
                    '—',
                    '…',
                    '°',
                    '«',
                    '»',
                    '\u00a0',
                    '§',
                    '²',
                    '³',
                    '‘',
                    '•',
                    '±',
                    '×',
                    '½',
                    '¼',
                    '¾',
                    'µ',
                    '¿',
                    '¡' -> 1;
            default -> Character.isLetter(before) || Character.isLetter(after) ? -3 : -1;
        };
    }
}
