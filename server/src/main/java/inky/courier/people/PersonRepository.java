package inky.courier.people;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface PersonRepository extends JpaRepository<Person, UUID> {
    List<Person> findAllByOrderByName();

    Optional<Person> findByPinIndex(byte[] pinIndex);

    boolean existsByPinIndex(byte[] pinIndex);
}
