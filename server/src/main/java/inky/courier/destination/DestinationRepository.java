package inky.courier.destination;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface DestinationRepository extends JpaRepository<Destination, UUID> {
    List<Destination> findByRouteId(UUID routeId);

    List<Destination> findByOwnerId(UUID ownerId);

    Optional<Destination> findFirstByOwnerIdOrderByName(UUID ownerId);
}
