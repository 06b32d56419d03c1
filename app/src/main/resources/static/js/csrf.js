// What shows that a request comes from a page of ours: the header's name and the token.
export const csrf = document.querySelector('meta[name="csrf"]');
