package inky.courier.live;

import inky.courier.live.Live.Notice;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/** What is told to a desk that is limited to places: what is there, and what is nobody's own and has no place. */
final class NoticesAt implements Predicate<Notice> {
    private final Set<String> seen;
    private final Map<String, NoticePlaces> places;

    NoticesAt(Set<String> seen, List<NoticePlaces> places) {
        this.seen = seen;
        this.places = places.stream().collect(Collectors.toMap(NoticePlaces::kind, one -> one));
    }

    @Override
    public boolean test(Notice notice) {
        NoticePlaces of = places.get(notice.kind());
        return of == null
                ? notice.person() == null
                : of.placeOf(notice.id()).filter(seen::contains).isPresent();
    }
}
