package org.tinshelf.server.living;

import java.io.IOException;
import java.net.http.HttpResponse.BodySubscriber;
import java.net.http.HttpResponse.BodySubscribers;
import java.nio.ByteBuffer;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.Flow.Subscription;

/** Takes an answer's bytes, but not more than some; the rest is not even received. */
final class Limited implements BodySubscriber<byte[]> {

  private final BodySubscriber<byte[]> all = BodySubscribers.ofByteArray();
  private final CompletableFuture<byte[]> body = new CompletableFuture<>();
  private final int most;
  private Subscription subscription;
  private long seen;

  Limited(int most) {
    this.most = most;
    all.getBody().thenAccept(body::complete);
  }

  @Override
  public void onSubscribe(Subscription given) {
    subscription = given;
    all.onSubscribe(given);
  }

  @Override
  public void onNext(List<ByteBuffer> some) {
    seen += some.stream().mapToLong(ByteBuffer::remaining).sum();
    if (seen > most) {
      subscription.cancel();
      onError(new IOException("more than " + most + " bytes"));
    } else {
      all.onNext(some);
    }
  }

  @Override
  public void onError(Throwable error) {
    body.completeExceptionally(error);
  }

  @Override
  public void onComplete() {
    all.onComplete();
  }

  @Override
  public CompletionStage<byte[]> getBody() {
    return body;
  }
}
