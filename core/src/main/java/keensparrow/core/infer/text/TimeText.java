package keensparrow.core.infer.text;

/** Splits a date and time, and reads the time: hours and minutes, perhaps seconds, AM or PM, and the distance from UTC. */
public final class TimeText {
    private static final long MICROS_A_SECOND = 1_000_000;
    public static final int NO_ZONE = Integer.MIN_VALUE;

    private int dateEnd;
    private int timeFrom;
    private int zoneMinutes;

    /** Finds where the time starts; false when there is none, or nothing before it. */
    public boolean split(char[] chars, int from, int to) {
        int colon = from;
        while (colon < to && chars[colon] != ':') {
            colon++;
        }
        if (colon == to) {
            return false;
        }
        int at = colon;
        while (at > from && chars[at - 1] >= '0' && chars[at - 1] <= '9') {
            at--;
        }
        timeFrom = at;
        dateEnd = at;
        while (dateEnd > from
                && (CellChars.isSpace(chars[dateEnd - 1]) || chars[dateEnd - 1] == 'T' || chars[dateEnd - 1] == ',')) {
            dateEnd--;
        }
        return at < colon && colon - at <= 2 && dateEnd < at && dateEnd > from;
    }

    /** Behind the last character of the date. */
    public int dateEnd() {
        return dateEnd;
    }

    /** Of the value read last; {@link #NO_ZONE} when it states none. */
    public int zoneMinutes() {
        return zoneMinutes;
    }

    /** Microseconds since midnight of what {@link #split} found, or {@link CellChars#INVALID}. */
    public long time(char[] chars, int to) {
        return time(chars, timeFrom, to);
    }

    /** The same for a time alone. */
    public long time(char[] chars, int from, int to) {
        int end = withoutZone(chars, from, to);
        int half = half(chars, from, end);
        if (half != 0) {
            end -= 2;
            while (end > from && CellChars.isSpace(chars[end - 1])) {
                end--;
            }
        }
        int colon = colon(chars, from, end);
        if (colon < 0 || colon - from > 2 || end - colon < 3) {
            return CellChars.INVALID;
        }
        int hour = CellChars.digits(chars, from, colon);
        int minute = CellChars.digits(chars, colon + 1, colon + 3);
        long seconds = seconds(chars, colon + 3, end);
        if (half != 0) {
            if (hour < 1 || hour > 12) {
                return CellChars.INVALID;
            }
            hour = hour % 12 + (half > 0 ? 12 : 0);
        }
        boolean valid = hour >= 0 && hour < 24 && minute >= 0 && minute < 60 && seconds >= 0;
        return valid ? (hour * 3600L + minute * 60L) * MICROS_A_SECOND + seconds : CellChars.INVALID;
    }

    private static int colon(char[] chars, int from, int to) {
        for (int at = from; at < to; at++) {
            if (chars[at] == ':') {
                return at;
            }
        }
        return -1;
    }

    /** 1 for PM, −1 for AM, 0 for neither. */
    private static int half(char[] chars, int from, int to) {
        if (to - from < 6 || Character.toLowerCase(chars[to - 1]) != 'm') {
            return 0;
        }
        char letter = Character.toLowerCase(chars[to - 2]);
        return letter == 'p' ? 1 : letter == 'a' ? -1 : 0;
    }

    private static long seconds(char[] chars, int from, int to) {
        if (from == to) {
            return 0;
        }
        if (chars[from] != ':' || to - from < 3) {
            return CellChars.INVALID;
        }
        int second = CellChars.digits(chars, from + 1, from + 3);
        if (second < 0 || second > 59) {
            return CellChars.INVALID;
        }
        long micros = 0;
        if (to > from + 3) {
            boolean mark = chars[from + 3] == '.' || chars[from + 3] == ',';
            int places = to - from - 4;
            if (!mark || places < 1 || places > 9) {
                return CellChars.INVALID;
            }
            int shown = Math.min(6, places);
            micros = CellChars.digits(chars, from + 4, from + 4 + shown);
            if (micros < 0 || CellChars.digits(chars, from + 4, to) < 0) {
                return CellChars.INVALID;
            }
            for (int i = shown; i < 6; i++) {
                micros *= 10;
            }
        }
        return second * MICROS_A_SECOND + micros;
    }

    private int withoutZone(char[] chars, int from, int to) {
        zoneMinutes = NO_ZONE;
        if (to - from > 4 && chars[to - 1] == 'Z') {
            zoneMinutes = 0;
            return to - 1;
        }
        if (to - from > 7 && new String(chars, to - 3, 3).equals("UTC")) {
            zoneMinutes = 0;
            return chars[to - 4] == ' ' ? to - 4 : to - 3;
        }
        for (int at = to - 1; at > from + 3 && at >= to - 6; at--) {
            if (chars[at] == '+' || chars[at] == '-') {
                return zone(chars, at, to) ? at : to;
            }
        }
        return to;
    }

    private boolean zone(char[] chars, int sign, int to) {
        int colon = colon(chars, sign, to);
        int length = to - sign - 1;
        int hours;
        int minutes = 0;
        if (colon > 0) {
            hours = CellChars.digits(chars, sign + 1, colon);
            minutes = CellChars.digits(chars, colon + 1, to);
        } else if (length == 4) {
            hours = CellChars.digits(chars, sign + 1, sign + 3);
            minutes = CellChars.digits(chars, sign + 3, to);
        } else {
            hours = length == 2 ? CellChars.digits(chars, sign + 1, to) : -1;
        }
        if (hours < 0 || hours > 14 || minutes < 0 || minutes > 59) {
            return false;
        }
        zoneMinutes = (chars[sign] == '-' ? -1 : 1) * (hours * 60 + minutes);
        return true;
    }
}
