package inky.courier.people;

import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface PersonRepository extends JpaRepository<Person, UUID> {
    Optional<Person> findByPinIndex(byte[] pinIndex);

    boolean existsByPinIndexOrNextPinIndex(byte[] pinIndex, byte[] nextPinIndex);
}
