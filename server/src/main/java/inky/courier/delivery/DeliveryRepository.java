package inky.courier.delivery;

import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface DeliveryRepository extends JpaRepository<Delivery, UUID> {
    Optional<Delivery> findByScanId(UUID scanId);

    @Query("select d from Delivery d left join fetch d.legs where d.id = :id")
    Optional<Delivery> withLegs(UUID id);

    /**
     * A delivery that is about to be changed, held until the transaction ends. Two of its legs that arrive in the same
     * moment would else each see the other still under way. Nothing of it may be loaded before: what is loaded stays as it
     * was then.
     */
    default Optional<Delivery> toChange(UUID id) {
        return hold(id).flatMap(this::withLegs);
    }

    @Query(value = "select id from delivery where id = :id for no key update", nativeQuery = true)
    Optional<UUID> hold(UUID id);

    @Query(value = "select nextval('delivery_number')", nativeQuery = true)
    long nextNumber();
}
