package inky.courier.destination;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface DestinationRepository extends JpaRepository<Destination, UUID> {
    List<Destination> findAllByOrderByName();

    List<Destination> findByRouteId(UUID routeId);
}
