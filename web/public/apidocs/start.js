// Starts the API documentation on our own description, with nothing fetched from elsewhere.
window.addEventListener("load", () => {
  window.SwaggerUIBundle({ url: "/api/openapi.json", dom_id: "#swagger-ui", validatorUrl: null });
});
