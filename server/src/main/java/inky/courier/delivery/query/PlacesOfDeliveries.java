package inky.courier.delivery.query;

import inky.courier.live.NoticePlaces;
import java.util.Optional;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Where deliveries were scanned. */
@Component
class PlacesOfDeliveries implements NoticePlaces {
    private final JdbcClient jdbc;

    PlacesOfDeliveries(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public String kind() {
        return "delivery";
    }

    @Override
    public Optional<String> placeOf(UUID id) {
        return jdbc.sql("select place from delivery where id = ?")
                .param(id)
                .query(String.class)
                .optional();
    }
}
