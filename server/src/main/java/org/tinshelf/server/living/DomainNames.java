package org.tinshelf.server.living;

import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.springframework.stereotype.Component;
import org.tinshelf.core.model.AddressRange;

/** Resolves domain names as this machine does. */
@Component
class DomainNames {

  private static final int SECONDS = 10;

  /** The addresses of both families a name stands for now, sorted. */
  List<AddressRange> resolve(String name) throws LookupException {
    try {
      InetAddress[] found =
          CompletableFuture.supplyAsync(() -> all(name)).get(SECONDS, TimeUnit.SECONDS);
      if (found.length == 0) {
        throw new LookupException("Nobody knows the name.");
      }
      return Arrays.stream(found)
          .map(address -> address.getHostAddress().replaceFirst("%.*", ""))
          .sorted()
          .map(AddressRange::host)
          .toList();
    } catch (TimeoutException | ExecutionException e) {
      throw new LookupException("The name servers did not answer in " + SECONDS + " seconds.");
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new LookupException("Tin Shelf was being ended.");
    }
  }

  private static InetAddress[] all(String name) {
    try {
      return InetAddress.getAllByName(name);
    } catch (UnknownHostException e) {
      return new InetAddress[0];
    }
  }
}
