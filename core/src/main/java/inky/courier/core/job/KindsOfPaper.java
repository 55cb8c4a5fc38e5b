package inky.courier.core.job;

import inky.courier.core.page.Kind;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;

/** Which kinds of paper go to which destination of a job. @param wanted names of kinds, or {@link #REST}; a destination that is absent gets all */
public record KindsOfPaper(Map<UUID, List<String>> wanted) {
    /** Among the kinds of a destination: whatever goes to no other one. */
    public static final String REST = "REST";

    /** What goes there. */
    public Set<Kind> to(UUID destination) {
        List<String> here = wanted.getOrDefault(destination, List.of());
        if (here.isEmpty()) {
            return EnumSet.allOf(Kind.class);
        }
        Set<String> elsewhere = wanted.entrySet().stream()
                .filter(entry -> !entry.getKey().equals(destination))
                .flatMap(entry -> entry.getValue().stream())
                .collect(Collectors.toSet());
        return Arrays.stream(Kind.values())
                .filter(kind -> here.contains(kind.name()) || here.contains(REST) && !elsewhere.contains(kind.name()))
                .collect(Collectors.toCollection(() -> EnumSet.noneOf(Kind.class)));
    }
}
