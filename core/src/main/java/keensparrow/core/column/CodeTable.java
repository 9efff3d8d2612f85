package keensparrow.core.column;

import java.util.Arrays;
import keensparrow.core.words.TextOrder;

/** Distinct texts in the order they first came, found by their characters without making a String for a known one. */
final class CodeTable {
    private String[] texts = new String[16];
    private int[] hashes = new int[16];
    private int[] slots = new int[64]; // code + 1; 0 is free
    private int size;

    int size() {
        return size;
    }

    int add(char[] chars, int offset, int length) {
        int hash = 0;
        for (int i = 0; i < length; i++) {
            hash = 31 * hash + chars[offset + i];
        }
        int slot = spread(hash) & (slots.length - 1);
        while (slots[slot] != 0) {
            int code = slots[slot] - 1;
            if (hashes[code] == hash && same(texts[code], chars, offset, length)) {
                return code;
            }
            slot = (slot + 1) & (slots.length - 1);
        }
        return insert(new String(chars, offset, length), hash, slot);
    }

    int add(String text) {
        return add(text.toCharArray(), 0, text.length());
    }

    private int insert(String text, int hash, int slot) {
        if (size == texts.length) {
            texts = Arrays.copyOf(texts, size * 2);
            hashes = Arrays.copyOf(hashes, size * 2);
        }
        texts[size] = text;
        hashes[size] = hash;
        slots[slot] = ++size;
        if (size * 2 > slots.length) {
            grow();
        }
        return size - 1;
    }

    private void grow() {
        int[] larger = new int[slots.length * 2];
        for (int code = 0; code < size; code++) {
            int slot = spread(hashes[code]) & (larger.length - 1);
            while (larger[slot] != 0) {
                slot = (slot + 1) & (larger.length - 1);
            }
            larger[slot] = code + 1;
        }
        slots = larger;
    }

    private static int spread(int hash) {
        return (hash ^ (hash >>> 15)) * 0x9E3779B1 >>> 4;
    }

    private static boolean same(String text, char[] chars, int offset, int length) {
        if (text.length() != length) {
            return false;
        }
        for (int i = 0; i < length; i++) {
            if (text.charAt(i) != chars[offset + i]) {
                return false;
            }
        }
        return true;
    }

    /** The texts sorted, and in {@code rank} for each code its place among them; {@code rank} is filled here. */
    String[] sorted(int[] rank) {
        String[] sorted = Arrays.copyOf(texts, size);
        Arrays.parallelSort(sorted, TextOrder.INSTANCE);
        for (int place = 0; place < size; place++) {
            rank[add(sorted[place])] = place; // known, so only found
        }
        return sorted;
    }
}
