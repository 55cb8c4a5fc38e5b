package inky.courier.core.page;

/** What the content of a page needs: colour, shades of grey, or black and white alone. */
public enum PageColour {
    COLOUR,
    GREY,
    BITONAL
}
