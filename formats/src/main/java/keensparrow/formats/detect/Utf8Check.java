package keensparrow.formats.detect;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;

/** Checks that bytes are UTF-8, block by block. */
final class Utf8Check {
    private static final VarHandle EIGHT = MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.nativeOrder());
    private static final long BEYOND_ASCII = 0x8080_8080_8080_8080L;

    private int expected; // bytes that the character begun still needs
    private int lowest = 0x80; // of the next byte
    private int highest = 0xBF;
    private boolean ascii = true;
    private boolean valid = true;
    private long position;

    void add(byte[] bytes, int length) {
        for (int i = 0; i < length && valid; i++) {
            while (expected == 0 && i + Long.BYTES <= length && ((long) EIGHT.get(bytes, i) & BEYOND_ASCII) == 0) {
                i += Long.BYTES;
            }
            if (i == length) {
                break;
            }
            int b = bytes[i];
            if (expected == 0 && b >= 0) {
                continue;
            }
            ascii = false;
            next(b & 0xFF);
            if (!valid) {
                position += i;
                return;
            }
        }
        position += length;
    }

    private void next(int b) {
        if (expected > 0) {
            valid = b >= lowest && b <= highest;
            expected--;
            lowest = 0x80;
            highest = 0xBF;
            return;
        }
        if (b >= 0xC2 && b <= 0xDF) {
            expected = 1;
        } else if (b >= 0xE0 && b <= 0xEF) {
            expected = 2;
            lowest = b == 0xE0 ? 0xA0 : 0x80; // no longer than needed
            highest = b == 0xED ? 0x9F : 0xBF; // no halves of pairs
        } else if (b >= 0xF0 && b <= 0xF4) {
            expected = 3;
            lowest = b == 0xF0 ? 0x90 : 0x80;
            highest = b == 0xF4 ? 0x8F : 0xBF;
        } else {
            valid = false;
        }
    }

    boolean isValid() {
        return valid;
    }

    /** Whether all was valid and no character is cut off at the end. */
    boolean isWhole() {
        return valid && expected == 0;
    }

    boolean isAscii() {
        return ascii;
    }

    /** Where the first byte stands that is not valid; behind the last when all are. */
    long position() {
        return position;
    }
}
