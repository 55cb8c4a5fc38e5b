package inky.courier.core.destination;

/** Of a kind that has nothing to set. */
public record NoSettings() implements DestinationSettings {
    public static final NoSettings NOTHING = new NoSettings();
}
