package inky.courier.core.truth;

/** What can be on a sheet, and what a scanner adds to it; the lid is where no sheet is. */
public enum SheetLayer {
    PAPER,
    CONTENT,
    DUST,
    HAIR,
    FOLD,
    SHADOW,
    HOLE,
    STAPLE,
    OTHER_SIDE,
    RULE,
    STREAK,
    TEXTURE,
    LID
}
