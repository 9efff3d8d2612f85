package keensparrow.core.doubt;

import java.math.BigInteger;
import java.util.List;
import java.util.Locale;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import keensparrow.core.column.Column;
import keensparrow.core.column.TextColumn;
import keensparrow.core.prepare.LeaveOutColumn;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.words.Words;

/**
 * Columns whose values point to persons: addresses of mail, telephone numbers, numbers of accounts and cards, the last two
 * by their check digits. Most of the values must be of the form, so that a lone number in a text is none.
 */
final class PersonalData {
    private static final double SHARE = 0.8;
    private static final int MIN_VALUES = 5;
    private static final int SAMPLE = 2000;
    private static final Pattern MAIL = Pattern.compile("[^@\\s]{1,64}@[\\w-]{1,63}(\\.[\\w-]{1,63}){1,6}");
    private static final Pattern PHONE =
            Pattern.compile("(\\+|00)[1-9][0-9 ()/.-]{6,20}|0[1-9][0-9]{1,4}[ /-][0-9 -]{4,12}");
    private static final Pattern ACCOUNT = Pattern.compile("[A-Z]{2}[0-9]{2}[A-Z0-9]{10,30}");
    private static final int CARD_LEAST = 13;
    private static final int CARD_MOST = 19;

    private PersonalData() {}

    static List<Doubt> find(ColumnInfo info, Column column) {
        if (!(info.type().isNumber() || column instanceof TextColumn)) {
            return List.of();
        }
        String key = isMostly(column, PersonalData::isMail)
                ? "doubt.mail"
                : isMostly(column, PersonalData::isAccount)
                        ? "doubt.account"
                        : isMostly(column, PersonalData::isCard)
                                ? "doubt.card"
                                : column instanceof TextColumn && isMostly(column, PersonalData::isPhone)
                                        ? "doubt.phone"
                                        : null;
        if (key == null) {
            return List.of();
        }
        long rows = (long) column.rowCount() - column.blankCount();
        return List.of(new Doubt(
                info.name(),
                Words.say("doubt.personal", "column", info.label(), "what", word(key)),
                rows,
                null,
                List.of(new Doubt.Remedy(Words.say("doubt.leaveTheColumnOut"), new LeaveOutColumn(info.name())))));
    }

    private static String word(String key) {
        return switch (key) {
            case "doubt.mail" -> Words.say("doubt.mail");
            case "doubt.account" -> Words.say("doubt.account");
            case "doubt.card" -> Words.say("doubt.card");
            default -> Words.say("doubt.phone");
        };
    }

    private static boolean isMostly(Column column, Predicate<String> form) {
        int step = Math.max(1, column.rowCount() / SAMPLE);
        int looked = 0;
        int fitting = 0;
        for (int row = 0; row < column.rowCount(); row += step) {
            String value = column.plain(row);
            if (value != null) {
                looked++;
                fitting += form.test(value.strip()) ? 1 : 0;
            }
        }
        return looked >= MIN_VALUES && fitting >= looked * SHARE;
    }

    private static boolean isMail(String value) {
        return MAIL.matcher(value).matches();
    }

    private static boolean isPhone(String value) {
        return PHONE.matcher(value).matches();
    }

    /** ISO 13616: the check digits make the remainder by 97 one. */
    static boolean isAccount(String value) {
        String plain = value.replace(" ", "").toUpperCase(Locale.ROOT);
        if (!ACCOUNT.matcher(plain).matches()) {
            return false;
        }
        StringBuilder digits = new StringBuilder();
        for (char letter : (plain.substring(4) + plain.substring(0, 4)).toCharArray()) {
            digits.append(Character.getNumericValue(letter));
        }
        return new BigInteger(digits.toString()).mod(BigInteger.valueOf(97)).equals(BigInteger.ONE);
    }

    /** ISO/IEC 7812: every second digit doubled, the sum of all digits a multiple of ten. */
    static boolean isCard(String value) {
        String digits = value.replaceAll("[ -]", "");
        if (digits.length() < CARD_LEAST || digits.length() > CARD_MOST || !digits.matches("[2-6][0-9]+")) {
            return false;
        }
        int sum = 0;
        for (int i = 0; i < digits.length(); i++) {
            int digit = digits.charAt(digits.length() - 1 - i) - '0';
            int doubled = i % 2 == 0 ? digit : digit * 2;
            sum += doubled / 10 + doubled % 10;
        }
        return sum % 10 == 0;
    }
}
