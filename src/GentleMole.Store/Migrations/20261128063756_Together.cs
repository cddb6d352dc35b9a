using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace GentleMole.Store.Migrations
{
    /// <inheritdoc />
    public partial class Together : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<double>(
                name: "HeldApartMetres",
                table: "Found",
                type: "REAL",
                nullable: false,
                defaultValue: 0.0);

            migrationBuilder.AddColumn<int>(
                name: "HeldAs",
                table: "Found",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<DateTime>(
                name: "HeldAt",
                table: "Found",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "HeldBy",
                table: "Found",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "HeldNote",
                table: "Found",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<double>(
                name: "VelocityMetresPerNanosecond",
                table: "Found",
                type: "REAL",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "KnownBy",
                table: "Calibrations",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<double>(
                name: "KnownHalfMetres",
                table: "Calibrations",
                type: "REAL",
                nullable: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "HeldApartMetres",
                table: "Found");

            migrationBuilder.DropColumn(
                name: "HeldAs",
                table: "Found");

            migrationBuilder.DropColumn(
                name: "HeldAt",
                table: "Found");

            migrationBuilder.DropColumn(
                name: "HeldBy",
                table: "Found");

            migrationBuilder.DropColumn(
                name: "HeldNote",
                table: "Found");

            migrationBuilder.DropColumn(
                name: "VelocityMetresPerNanosecond",
                table: "Found");

            migrationBuilder.DropColumn(
                name: "KnownBy",
                table: "Calibrations");

            migrationBuilder.DropColumn(
                name: "KnownHalfMetres",
                table: "Calibrations");
        }
    }
}
