using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace GentleMole.Store.Migrations
{
    /// <inheritdoc />
    public partial class MarkTimes : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<double>(
                name: "AcrossTimes",
                table: "Uncovered",
                type: "REAL",
                nullable: false,
                defaultValue: 1.0);

            migrationBuilder.AddColumn<double>(
                name: "DepthTimes",
                table: "Uncovered",
                type: "REAL",
                nullable: false,
                defaultValue: 1.0);

            migrationBuilder.AddColumn<double>(
                name: "AcrossTimes",
                table: "Firms",
                type: "REAL",
                nullable: false,
                defaultValue: 1.0);

            migrationBuilder.AddColumn<DateTime>(
                name: "AcrossTimesSince",
                table: "Firms",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<double>(
                name: "DepthTimes",
                table: "Firms",
                type: "REAL",
                nullable: false,
                defaultValue: 1.0);

            migrationBuilder.AddColumn<DateTime>(
                name: "DepthTimesSince",
                table: "Firms",
                type: "TEXT",
                nullable: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "AcrossTimes",
                table: "Uncovered");

            migrationBuilder.DropColumn(
                name: "DepthTimes",
                table: "Uncovered");

            migrationBuilder.DropColumn(
                name: "AcrossTimes",
                table: "Firms");

            migrationBuilder.DropColumn(
                name: "AcrossTimesSince",
                table: "Firms");

            migrationBuilder.DropColumn(
                name: "DepthTimes",
                table: "Firms");

            migrationBuilder.DropColumn(
                name: "DepthTimesSince",
                table: "Firms");
        }
    }
}
