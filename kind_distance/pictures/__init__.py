"""Pictures as the application works on them: developed, cut, shrunk, remembered."""
