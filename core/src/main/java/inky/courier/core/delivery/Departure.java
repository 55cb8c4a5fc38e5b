package inky.courier.core.delivery;

/** Whether a delivery's files may leave: asked before every transfer, whatever has happened since the last. */
public enum Departure {
    /** They lie ready, whole, and as the pages are now. */
    MAY_GO,
    /** They are still to be made, or made again. */
    NOT_READY,
    /** They have been removed, or a part of them is missing. */
    GONE;

    /**
     * @param contentsRemoved whether their time was over and they were removed
     * @param files how many there are
     * @param whole how many of them lie in the store with every byte
     */
    public static Departure of(Making making, boolean contentsRemoved, int files, int whole) {
        if (contentsRemoved) {
            return GONE;
        }
        if (!making.isReady()) {
            return NOT_READY;
        }
        return files > 0 && files == whole ? MAY_GO : GONE;
    }
}
