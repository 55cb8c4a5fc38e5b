package inky.courier.panel;

import java.util.List;
import java.util.UUID;

/** Panels that something is said of: the first of them by name, as a large office has very many. @param count of all */
public record PanelNames(int count, List<PanelName> first) {
    private static final int MOST = 5;

    public static final PanelNames NONE = new PanelNames(0, List.of());

    public record PanelName(UUID id, String name) {}

    /** @param all in the order in which they are told */
    public static PanelNames of(List<PanelName> all) {
        return new PanelNames(all.size(), all.stream().limit(MOST).toList());
    }
}
