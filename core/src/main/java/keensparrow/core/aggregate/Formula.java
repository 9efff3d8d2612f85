package keensparrow.core.aggregate;

final class Formula {
    static Accumulator start(String text, Inputs inputs, int groups, int most) {
        throw new UnsupportedOperationException();
    }
}
