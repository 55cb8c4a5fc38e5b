package inky.courier.delivery;

import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.EntityGraph;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface DeliveryRepository extends JpaRepository<Delivery, UUID> {
    Optional<Delivery> findByScanId(UUID scanId);

    @EntityGraph(attributePaths = "legs")
    @Query("select d from Delivery d where d.id = :id")
    Optional<Delivery> withLegs(UUID id);

    @Query(value = "select nextval('delivery_number')", nativeQuery = true)
    long nextNumber();
}
