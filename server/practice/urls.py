"""The addresses of practice, answered on a phone alone."""

from __future__ import annotations

from django.urls import path

from server.practice import views

practice = [
    path("practice", views.LessonsView.as_view()),
    path("practice/<uuid:run>", views.RunView.as_view()),
    path("practice/<uuid:run>/acts", views.ActsView.as_view()),
    path("practice/<uuid:run>/sense", views.SenseView.as_view()),
    path("practice/<uuid:run>/between", views.BetweenView.as_view()),
    path("practice/<uuid:run>/answers", views.AnswersView.as_view()),
    path("practice/<uuid:run>/hints", views.HintsView.as_view()),
    path("practice/<uuid:run>/shown", views.ShownView.as_view()),
    path("practice/<uuid:run>/end", views.EndView.as_view()),
]
