package keensparrow.core.app.view;

/** Where a view stands on the page: columns of twelve, rows of 40 pixels and a gap of 12. */
public record Place(int x, int y, int w, int h) {
    public boolean isOnGrid() {
        return x >= 0 && y >= 0 && w >= 1 && h >= 1 && x + w <= 12 && y <= 2000 && h <= 60;
    }
}
