package inky.courier.naming;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface NameRepository extends JpaRepository<Name, UUID> {
    List<Name> findAllByOrderByName();
}
