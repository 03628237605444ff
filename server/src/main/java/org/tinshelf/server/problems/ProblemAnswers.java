package org.tinshelf.server.problems;

import java.util.stream.Collectors;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.orm.ObjectOptimisticLockingFailureException;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;

/** Answers refusals as problem details (RFC 9457). */
@RestControllerAdvice
class ProblemAnswers extends ResponseEntityExceptionHandler {

  @ExceptionHandler(Refusal.class)
  ResponseEntity<ProblemDetail> refused(Refusal refusal) {
    ProblemDetail problem =
        ProblemDetail.forStatusAndDetail(refusal.status(), refusal.getMessage());
    refusal.more().forEach(problem::setProperty);
    ResponseEntity.BodyBuilder answer = ResponseEntity.status(refusal.status());
    if (refusal.more().get("retryAfter") instanceof Long seconds) {
      answer.header("Retry-After", seconds.toString());
    }
    return answer.body(problem);
  }

  @ExceptionHandler(ObjectOptimisticLockingFailureException.class)
  ProblemDetail raced(ObjectOptimisticLockingFailureException e) {
    return ProblemDetail.forStatusAndDetail(
        HttpStatus.CONFLICT, "Somebody else changed this at the same moment. Try again.");
  }

  /** Says which part of a request does not fit, and what would. */
  @Override
  protected ResponseEntity<Object> handleMethodArgumentNotValid(
      MethodArgumentNotValidException e,
      HttpHeaders headers,
      HttpStatusCode status,
      WebRequest request) {
    String wrong =
        e.getBindingResult().getFieldErrors().stream()
            .map(error -> error.getField() + ": " + error.getDefaultMessage())
            .sorted()
            .collect(Collectors.joining("; ", "", "."));
    e.getBody().setDetail(wrong);
    return super.handleMethodArgumentNotValid(e, headers, status, request);
  }
}
