package inky.courier.addressbook;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface ContactRepository extends JpaRepository<StoredContact, UUID> {

    List<StoredContact> findByPersonId(UUID person);

    long countByPersonIdIsNull();
}
