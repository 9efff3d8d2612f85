package keensparrow.server.publish;

import org.jspecify.annotations.Nullable;

/**
 * A page's state under a name.
 *
 * @param state as it stands in the address of the page, behind the question mark
 * @param shared whether all who may open the link see it
 * @param place in the guided reading, from 0; null for one that is not part of it
 * @param note what is said of it there
 * @param begins whether the link opens with it where its address says nothing
 */
record SavedView(
        String id,
        long ownerId,
        String ownerName,
        String name,
        String state,
        boolean shared,
        @Nullable Integer place,
        String note,
        boolean begins) {
    SavedView named(String next) {
        return new SavedView(id, ownerId, ownerName, next, state, shared, place, note, begins);
    }

    SavedView at(String next) {
        return new SavedView(id, ownerId, ownerName, name, next, shared, place, note, begins);
    }

    /** One that is its owner's alone neither begins nor is part of the reading. */
    SavedView shared(boolean next) {
        return new SavedView(id, ownerId, ownerName, name, state, next, next ? place : null, note, next && begins);
    }

    SavedView noted(String next) {
        return new SavedView(id, ownerId, ownerName, name, state, shared, place, next, begins);
    }

    SavedView placed(@Nullable Integer next) {
        return new SavedView(id, ownerId, ownerName, name, state, shared, next, note, begins);
    }

    SavedView beginning(boolean next) {
        return new SavedView(id, ownerId, ownerName, name, state, shared, place, note, next);
    }
}
