package keensparrow.core.infer.source;

/** Told how a load gets on; may stop it. */
public interface LoadWatch {
    LoadWatch NONE = new LoadWatch() {
        @Override
        public void looking(long rows) {}

        @Override
        public void reading(long rows, long ofRows) {}
    };

    /** Rows looked at so far to find out types. @throws keensparrow.core.error.UserException CANCELLED to stop */
    void looking(long rows);

    /** Rows read into columns so far, of all there are. @throws keensparrow.core.error.UserException CANCELLED to stop */
    void reading(long rows, long ofRows);
}
