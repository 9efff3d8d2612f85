package keensparrow.formats.text;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;

/** Decodes UTF-8. The library's decoder leaves its quick way for good at the first character beyond ASCII. */
final class Utf8 {
    private static final VarHandle EIGHT = MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.nativeOrder());
    private static final long BEYOND_ASCII = 0x8080_8080_8080_8080L;

    private Utf8() {}

    /**
     * Decodes what is whole in the buffer, which is backed by an array, and leaves a character cut off at its end.
     *
     * @param last whether nothing more comes
     * @return where the characters end; −1 when the bytes are no UTF-8
     */
    static int decode(ByteBuffer bytes, char[] chars, int from, boolean last) {
        byte[] in = bytes.array();
        int at = bytes.arrayOffset() + bytes.position();
        int end = bytes.arrayOffset() + bytes.limit();
        int out = from;
        while (at < end) {
            while (at + Long.BYTES <= end && ((long) EIGHT.get(in, at) & BEYOND_ASCII) == 0) {
                for (int i = 0; i < Long.BYTES; i++) {
                    chars[out + i] = (char) in[at + i];
                }
                at += Long.BYTES;
                out += Long.BYTES;
            }
            if (at == end) {
                break;
            }
            int b = in[at];
            if (b >= 0) {
                chars[out++] = (char) b;
                at++;
                continue;
            }
            int size = size(b);
            if (size == 0 || (at + size > end && last)) {
                return -1;
            }
            if (at + size > end) {
                break;
            }
            int code = code(in, at, size);
            if (code < 0) {
                return -1;
            }
            if (code < 0x10000) {
                chars[out++] = (char) code;
            } else {
                chars[out++] = Character.highSurrogate(code);
                chars[out++] = Character.lowSurrogate(code);
            }
            at += size;
        }
        bytes.position(at - bytes.arrayOffset());
        return out;
    }

    private static int size(int b) {
        int first = b & 0xFF;
        return first < 0xC2 ? 0 : first < 0xE0 ? 2 : first < 0xF0 ? 3 : first < 0xF5 ? 4 : 0;
    }

    private static int code(byte[] in, int at, int size) {
        int code = in[at] & (0xFF >> (size + 1));
        for (int i = 1; i < size; i++) {
            if ((in[at + i] & 0xC0) != 0x80) {
                return -1;
            }
            code = code << 6 | in[at + i] & 0x3F;
        }
        boolean tooLong = (size == 3 && code < 0x800) || (size == 4 && code < 0x10000);
        boolean half = code >= 0xD800 && code < 0xE000;
        return tooLong || half || code > 0x10FFFF ? -1 : code;
    }
}
