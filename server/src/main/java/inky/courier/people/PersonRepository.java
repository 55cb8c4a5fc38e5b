package inky.courier.people;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface PersonRepository extends JpaRepository<Person, UUID> {
    List<Person> findAllByOrderByName();

    /** @param like in small letters, with the signs of LIKE; none of them stands for itself */
    @Query("select p from Person p where lower(p.name) like :like escape '\\' or lower(p.login) like :like escape '\\' "
            + "or lower(p.email) like :like escape '\\' order by p.name, p.login")
    List<Person> search(String like, Limit limit);

    Optional<Person> findByPinIndex(byte[] pinIndex);

    boolean existsByPinIndex(byte[] pinIndex);
}
